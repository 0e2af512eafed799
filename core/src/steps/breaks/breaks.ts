import type { BreakRules, Breaks, StatedBreaks } from '../../model/breaks.ts';
import { segmentOf } from '../../model/cut.ts';
import type { RoundedSpell } from '../../model/rounding.ts';
import type { SegmentShift } from '../../model/segment.ts';
import type { Shift } from '../../model/shift.ts';
import { itemAt, lastOf } from '../../time/item-at.ts';
import { instant, seconds } from '../../time/units.ts';
import { automaticLength, cancelsAutomatic, takeAutomatic } from './automatic-meal.ts';
import { takeGap } from './gaps.ts';
import { faultsOf } from './meals-due.ts';
import { takeStated } from './stated.ts';
import { addUnpaid, nextShift, type Taking } from './taking.ts';

const NO_FAULTS: Breaks['mealFaults'] = [];

/**
 * Step 5. A shift's rounded spells with its breaks taken out. A gap up to the paid length is paid, whatever it is called
 * (29 CFR 785.18, recalled from memory), or as far as the shift's allowance goes; a punched meal is unpaid from its least length on.
 * Then what corrections state: meals that were not punched; what they say was not worked is in no spell any more, and is noted. Then the automatic meal: by the last tier that the work
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
  if (shift.notWorked !== undefined) noteNotWorked(taking, shift, spells);
  if (stated.meals.length > 0) takeStated(taking, stated);
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

/** Notes what was clocked and not worked before the first spell and after the last, as far as those were not rounded into it. */
function noteNotWorked(
  taking: Taking,
  { spells, notWorked = [] }: Shift,
  rounded: readonly RoundedSpell[],
): void {
  const [first, last] = [spells[0], spells.at(-1)];
  if (first === undefined || last === undefined) return;
  for (const { from, to } of notWorked) {
    const isBefore = to <= first.in.at;
    if (!isBefore && from < last.out.at) continue;
    const start = isBefore ? from : instant(Math.max(from, lastOf(rounded).end));
    const end = isBefore ? instant(Math.min(to, itemAt(rounded, 0).start)) : to;
    if (end > start) addUnpaid(taking, { start, end, kind: 'not-worked' });
  }
}
