/**
 * A kind's sentence with its named values written out: `{punch} moved to {at}`. How a time or an hour is written belongs to whoever shows
 * it. What stands in brackets is left out where a value in it is missing: `In {measured} late[, more than {limit}]`.
 */
export function sentenceWith(sentence: string, values: Readonly<Record<string, string | undefined>>): string {
  const isMissing = (part: string) => [...part.matchAll(NAMED)].some(([, name]) => !values[name ?? '']);
  return sentence
    .replace(/\[([^\]]*)\]/g, (_, part: string) => (isMissing(part) ? '' : part))
    .replace(NAMED, (_, name: string) => values[name] ?? '')
    .replace(/ {2,}/g, ' ')
    .trim();
}
const NAMED = /\{(\w+)\}/g;
