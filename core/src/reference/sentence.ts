/**
 * A kind's sentence with its named values written out: `{punch} moved to {at}`. How a time or an hour is written belongs to whoever shows
 * it; a value that is not given leaves nothing behind.
 */
export const sentenceWith = (
  sentence: string,
  values: Readonly<Record<string, string | undefined>>,
): string =>
  sentence
    .replace(/\{(\w+)\}/g, (_, name: string) => values[name] ?? '')
    .replace(/ {2,}/g, ' ')
    .trim();
