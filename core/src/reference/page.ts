import type { FieldExample } from '../kinds/example.ts';
import type { ProofResult } from '../proof/proof.ts';
import { FIELDS } from './fields.ts';

/** JSON with a line for each field of the outermost object. */
function code(value: object): string {
  const inline = (inner: unknown): string =>
    JSON.stringify(inner, null, 1).replace(/\n\s*/g, ' ').replace(/\[ /g, '[').replace(/ \]/g, ']');
  const fields = Object.entries(value).map(([name, inner]) => `  ${JSON.stringify(name)}: ${inline(inner)}`);
  return `{\n${fields.join(',\n')}\n}`;
}

function fieldText(example: FieldExample, result: ProofResult): string {
  const { field, says, rules, day } = example;
  const { gives: _, exceptions: __, ...given } = day;
  const hours = Object.entries(result.gave).map(([name, value]) => `${name} ${value} h`);
  const found = result.gaveExceptions.length === 0 ? '' : `; exceptions: ${result.gaveExceptions.join(', ')}`;
  return [
    `### ${field}`,
    '',
    says,
    '',
    ...(Object.keys(rules).length === 0 ? [] : ['```json', code(rules), '```', '']),
    'Given',
    '',
    '```json',
    code(given),
    '```',
    '',
    `it gives **${hours.join(', ') || 'nothing'}**${found}.`,
    '',
  ].join('\n');
}

/**
 * docs/rulebook.md: each field with an example and its result.
 *
 * @param resultOf what an example gave when it was computed
 */
export function rulebookPage(resultOf: (example: FieldExample) => ProofResult): string {
  const head = `# The rulebook

A rulebook is one JSON object. [rulebook.schema.json](rulebook.schema.json) describes it for editors and other programs; both are
generated from the code, and the result under each example is what the calculation gives.

Lengths of time are ISO 8601 durations (\`PT8H\`, \`PT7H30M\`), clock times \`22:00\`, dates \`2026-10-19\`. A field that is not named here
is refused, and so is whatever contradicts itself; the message gives the path, the reason and what would be right.

The examples are all in \`Europe/London\` and stand on a rulebook that does nothing but pair punches (repeats within two minutes, spells up to 14
hours, shifts apart by more than four), pay breaks up to 20 minutes, start workdays at midnight and workweeks on Monday.
`;
  const sections = FIELDS.map(
    ({ section, fields }) =>
      `## ${section}\n\n${fields.map((field) => fieldText(field, resultOf(field))).join('\n')}`,
  );
  return `${head}\n${sections.join('\n')}`;
}
