import type { Answer } from './pay-system.ts';

const MOST_NAMED = 20;

/**
 * Sentences for what contradicts itself in an answer of the pay system; empty where nothing does.
 *
 * @param sent numbers of the lines that were sent
 */
export function contradictionsIn(
  { status, refused }: Pick<Answer, 'status' | 'refused'>,
  sent: ReadonlySet<number>,
): string[] {
  const seen = new Set<number>();
  const twice = new Set<number>();
  const foreign = new Set<number>();
  for (const { line } of refused) {
    if (!sent.has(line)) foreign.add(line);
    else if (seen.has(line)) twice.add(line);
    else seen.add(line);
  }
  const named = (lines: ReadonlySet<number>) => {
    const first = [...lines].slice(0, MOST_NAMED).join(', ');
    return lines.size > MOST_NAMED ? `${first} and ${lines.size - MOST_NAMED} more` : first;
  };
  const count = refused.length;
  const isPart = seen.size > 0 && seen.size < sent.size;
  return [
    status === 'accepted' && count > 0
      ? `It says that all was accepted, and names ${count} ${count === 1 ? 'line' : 'lines'} that it refused.`
      : null,
    status === 'in part' && seen.size === 0
      ? 'It says that part was accepted, and names no line of the file that it refused.'
      : null,
    status === 'in part' && sent.size > 0 && seen.size === sent.size
      ? 'It says that part was accepted, and names every line as refused.'
      : null,
    status === 'refused' && isPart
      ? `It says that nothing was accepted, and names ${seen.size} of ${sent.size} lines as refused.`
      : null,
    foreign.size > 0 ? `It names lines that were not sent: ${named(foreign)}.` : null,
    twice.size > 0 ? `It names lines twice: ${named(twice)}.` : null,
  ].filter((sentence) => sentence !== null);
}
