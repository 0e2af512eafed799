import type * as v from 'valibot';

const KINDS: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  boolean: 'true or false',
  array: 'a list',
  object: 'an object',
  strict_object: 'an object',
};

const fieldOf = (issue: v.BaseIssue<unknown>): string => {
  const names = (issue.path ?? []).map(({ key }) => key).filter((key) => typeof key === 'string');
  const last = names[names.length - 1];
  if (last === undefined) return 'The request';
  // What somebody sent as a name is not said back to them.
  return /^[\w-]{1,40}$/.test(last) ? `"${last}"` : 'A field';
};

/** What is wrong, and what would be right, where a schema does not say it in words of its own. */
export function plainMessage(issue: v.BaseIssue<unknown>): string {
  const field = fieldOf(issue);
  if (issue.input === undefined) return `${field} is missing.`;
  if (issue.type === 'strict_object' && issue.expected === 'never') return `${field} is no field of this.`;
  switch (issue.type) {
    case 'max_length':
      return `${field} is too long: at most ${issue.requirement}.`;
    case 'min_length':
      return `${field} is too short: at least ${issue.requirement}.`;
    case 'integer':
      return `${field} must be a whole number.`;
    case 'min_value':
      return `${field} must be ${issue.requirement} or more.`;
    case 'max_value':
      return `${field} must be ${issue.requirement} or less.`;
    case 'picklist':
      return `${field} must be one of ${issue.expected?.replaceAll(/[()"]/g, '').replaceAll(' | ', ', ')}.`;
    default: {
      const kind = KINDS[issue.type];
      return kind === undefined ? `${field} is not as it should be.` : `${field} must be ${kind}.`;
    }
  }
}
