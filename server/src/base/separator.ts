/** Separators of values in a text file, the likeliest first. Common practice, no source. */
const SEPARATORS = [',', ';', '\t', '|'] as const;
export type Separator = (typeof SEPARATORS)[number];

/** Lines that have anything in them, without what stands in quotes: a separator there is part of a value. */
const unquoted = (lines: readonly string[]): string[] =>
  lines.filter((line) => line.trim() !== '').map((line) => line.replaceAll(/"[^"]*("|$)/g, ''));

/**
 * Returns the separator that gives the most lines the same number of values as the first, and the most values; a comma where none stands in
 * the first line.
 *
 * @param lines the first lines of a file, or its heading alone
 */
export function separatorOf(lines: readonly string[]): Separator {
  const bare = unquoted(lines);
  const score = (separator: Separator) => {
    const counts = bare.map((line) => line.split(separator).length);
    const [first = 1] = counts;
    return first === 1 ? 0 : counts.filter((count) => count === first).length * 1000 + first;
  };
  return SEPARATORS.reduce<Separator>((best, next) => (score(next) > score(best) ? next : best), ',');
}
