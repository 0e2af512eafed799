import { paidSeconds } from '../model/cut.ts';
import type { Segment } from '../model/segment.ts';
import type { Instant, Workday } from '../time/units.ts';

/** Work of some days together. */
export interface Worked {
  seconds: number;
  readonly start: Instant;
  /** The last workday of it. */
  day: Workday;
}

/** Work added up by a day, such as the first of its week. */
export function workedBy(
  segments: readonly Segment[],
  keyOf: (segment: Segment) => Workday,
): Map<Workday, Worked> {
  const sums = new Map<Workday, Worked>();
  for (const segment of segments) {
    const key = keyOf(segment);
    const sum = sums.get(key);
    if (sum === undefined)
      sums.set(key, { seconds: paidSeconds(segment), start: segment.start, day: segment.workday });
    else {
      sum.seconds += paidSeconds(segment);
      sum.day = segment.workday;
    }
  }
  return sums;
}
