import { lengthOf } from '../../card/cut.ts';
import type { Segment } from '../../card/segment.ts';
import { lastOf } from '../../time/item-at.ts';
import { type Instant, instant, type Seconds, seconds } from '../../time/units.ts';
import type { MealDue, MealFault } from './types.ts';

/** A meal somebody had, and how much work lay before it. */
export interface TakenMeal {
  readonly at: Instant;
  readonly seconds: number;
  readonly workBefore: number;
}

/**
 * What is wrong with the meals of one shift: each meal that is due is met by the meal of the same number.
 * (Before the end of hour 5, the second before hour 10: California Labor Code §512, recalled from memory.)
 */
export function faultsOf(
  due: readonly MealDue[],
  taken: readonly TakenMeal[],
  worked: readonly Segment[],
  workedSeconds: Seconds,
): MealFault[] {
  const faults: MealFault[] = [];
  due.forEach((meal, i) => {
    if (workedSeconds <= meal.whenWorkOverSeconds) return;
    const had = taken[i];
    const which = { due: meal, nth: i + 1 };
    if (had === undefined) {
      faults.push({
        ...which,
        kind: 'missed',
        at: afterWork(worked, meal.startsBySeconds),
        seconds: seconds(0),
      });
      return;
    }
    if (had.seconds < meal.leastSeconds)
      faults.push({ ...which, kind: 'short', at: had.at, seconds: seconds(had.seconds) });
    if (had.workBefore > meal.startsBySeconds)
      faults.push({ ...which, kind: 'late', at: had.at, seconds: seconds(had.workBefore) });
  });
  return faults;
}

/** The instant after so much work; the end of the work where there is less. */
function afterWork(worked: readonly Segment[], work: number): Instant {
  let left = work;
  for (const stretch of worked) {
    if (left <= lengthOf(stretch)) return instant(stretch.start + left);
    left -= lengthOf(stretch);
  }
  return lastOf(worked).end;
}
