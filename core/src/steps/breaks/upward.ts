import type { Say } from '../../kinds/define.ts';
import { durationSeconds } from '../../time/lengths.ts';

/** Each of some lengths of time is more than the one before it. */
export function checkUpward(lengths: readonly string[], path: string, say: Say): void {
  lengths.forEach((length, i) => {
    const before = lengths[i - 1];
    if (before !== undefined && durationSeconds(length) <= durationSeconds(before))
      say(`${path}.${i}`, `Tiers go upward: ${length} must be more than ${before} before it.`);
  });
}
