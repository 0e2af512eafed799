import { segmentOf } from '../../card/cut.ts';
import type { SegmentShift } from '../../card/segment.ts';
import { itemAt } from '../../time/item-at.ts';
import { seconds } from '../../time/units.ts';
import type { Shift } from '../pair/types.ts';
import type { RoundedSpell } from '../round/round.ts';
import { automaticLength, cancelsAutomatic, takeAutomatic } from './automatic-meal.ts';
import { takeGap } from './gaps.ts';
import { faultsOf } from './meals-due.ts';
import { takeStated } from './stated.ts';
import { nextShift, type Taking } from './taking.ts';
import type { BreakRules, Breaks, StatedBreaks } from './types.ts';

const NO_FAULTS: Breaks['mealFaults'] = [];

/**
 * Step 5. A shift's rounded spells with its breaks taken out. A gap up to the paid length is paid, whatever it is called
 * (29 CFR 785.18, recalled from memory), or as far as the shift's allowance goes; a punched meal is unpaid from its least length on.
 * Then what corrections state: time not worked, and meals that were not punched. Then the automatic meal: by the last tier that the work
 * reaches, beside what was punched as the rule says, cut out where the rule places it. Last, the meals that were due.
 *
 * @param taking takes the shift's paid stretches, after those of the shifts before
 * @param from the shift, as its segments know it
 * @param stated what corrections say of meals and of work
 */
export function takeBreaks(
  taking: Taking,
  shift: Shift,
  from: SegmentShift,
  spells: readonly RoundedSpell[],
  rules: BreakRules,
  stated: StatedBreaks,
): Breaks {
  nextShift(taking, rules);
  for (let i = 0; i < spells.length; i++) {
    const { start, end } = itemAt(spells, i);
    if (i > 0) takeGap(taking, shift, i, itemAt(spells, i - 1).end, start, from, rules, stated);
    if (end <= start) continue;
    taking.worked.push(segmentOf(start, end, from, itemAt(shift.spells, i).in));
    taking.workedSeconds += end - start;
  }
  if (stated.notWorked.length > 0 || stated.meals.length > 0) takeStated(taking, stated);
  const { automaticMeal, mealsDue } = rules;
  const automaticSeconds =
    automaticMeal === null
      ? 0
      : automaticLength(automaticMeal, taking.workedSeconds, taking.unpaidMealSeconds);
  const { canceledMeals } = stated;
  const automaticCanceled =
    automaticSeconds > 0 && canceledMeals.length > 0 && cancelsAutomatic(shift, canceledMeals);
  if (automaticMeal !== null && automaticSeconds > 0 && !automaticCanceled)
    takeAutomatic(taking, automaticMeal, automaticSeconds, from.start.offsets);
  return {
    workedSeconds: seconds(taking.workedSeconds),
    unpaid: taking.unpaid,
    paid: taking.paid,
    breakOverSeconds: seconds(taking.breakOverSeconds),
    mealFaults: taking.meals === null ? NO_FAULTS : faultsOf(mealsDue, taking.meals, taking),
    automaticSeconds: seconds(automaticSeconds),
    automaticCanceled,
  };
}
