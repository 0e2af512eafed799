import * as v from 'valibot';
import type { Say } from '../../kinds/define.ts';
import { type FieldExample, on } from '../../kinds/example.ts';
import type { MealDue, MealFault, TakenMeal } from '../../model/breaks.ts';
import { lengthOf } from '../../model/cut.ts';
import { itemAt, lastOf } from '../../time/item-at.ts';
import { durationSeconds } from '../../time/lengths.ts';
import { duration } from '../../time/schemas.ts';
import { type Instant, instant, seconds } from '../../time/units.ts';
import type { Taking } from './taking.ts';
import { checkUpward } from './upward.ts';

/** A meal that must be taken. */
export const MealDueSchema = v.strictObject({
  whenWorkOver: duration,
  startsBy: duration,
  least: duration,
});

type MealDueSettings = v.InferOutput<typeof MealDueSchema>;

/** Each of the meals due starts later than the one before it. */
export const checkMealsDue = (due: readonly MealDueSettings[], path: string, say: Say): void =>
  checkUpward(
    due.map(({ startsBy }) => startsBy),
    path,
    say,
  );

/** A meal that is due, ready to be looked for. */
export const compiledMealDue = ({ whenWorkOver, startsBy, least }: MealDueSettings): MealDue => ({
  whenWorkOverSeconds: durationSeconds(whenWorkOver),
  startsBySeconds: durationSeconds(startsBy),
  leastSeconds: durationSeconds(least),
});

/**
 * What is wrong with the meals of one shift: each meal that is due is met by the meal of the same number.
 * (Before the end of hour 5, the second before hour 10: California Labor Code §512, recalled from memory.)
 */
export function faultsOf(
  due: readonly MealDue[],
  taken: readonly TakenMeal[],
  taking: Pick<Taking, 'worked' | 'first' | 'workedSeconds'>,
): MealFault[] {
  const faults: MealFault[] = [];
  due.forEach((meal, i) => {
    if (taking.workedSeconds <= meal.whenWorkOverSeconds) return;
    const had = taken[i];
    const which = { due: meal, nth: i + 1 };
    if (had === undefined) {
      faults.push({
        ...which,
        kind: 'missed',
        at: afterWork(taking, meal.startsBySeconds),
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
function afterWork({ worked, first }: Pick<Taking, 'worked' | 'first'>, work: number): Instant {
  let left = work;
  for (let i = first; i < worked.length; i++) {
    const stretch = itemAt(worked, i);
    if (left <= lengthOf(stretch)) return instant(stretch.start + left);
    left -= lengthOf(stretch);
  }
  return lastOf(worked).end;
}

/** Its fields in words, each with an example. */
export const mealsDueFields: readonly FieldExample[] = [
  {
    field: 'breaks.mealsDue',
    says: 'Meals that must be taken: where the shift works over `whenWorkOver`, a meal starts at the latest after `startsBy` of work and lasts at least `least`. The first of the list is met by the first meal, the second by the second. A punched meal counts whether it is paid or not, and so does the automatic one; a break never does.',
    rules: {
      breaks: {
        paidUpTo: 'PT20M',
        mealsDue: [{ whenWorkOver: 'PT5H', startsBy: 'PT5H', least: 'PT30M' }],
      },
    },
    day: {
      punches: on('2026-10-19', '08:00 in', '13:30 meal-out', '14:00 meal-in', '17:00 out'),
      gives: { ordinary: '8.5' },
      exceptions: ['meal-late'],
    },
  },
];
