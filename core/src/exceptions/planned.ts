import { atPunch, ofShifts } from './of-shifts.ts';
import { raise } from './raise.ts';
import type { ExceptionFinder } from './types.ts';

/** A shift that no plan called for. */
export const notPlanned: ExceptionFinder = ofShifts('not-planned', ({ match, spells }, _rule, { plans }) =>
  // Where nothing at all was planned, plans are not how this person works.
  match === null && plans.length > 0 ? { at: spells[0]!.in.at, punch: spells[0]!.in } : null,
);

/** A plan that is over, that nobody worked and no leave explains. */
export const absent: ExceptionFinder = ({ shifts, plans, leave, asOf }, ruleOn) => {
  const worked = new Set(shifts.map((shift) => shift.match?.plan));
  return plans.flatMap((plan) => {
    const rule = ruleOn(plan.workday);
    if (rule === undefined || worked.has(plan) || (asOf !== null && plan.endsAt > asOf)) return [];
    if (leave.some((day) => day.workday === plan.workday)) return [];
    return [
      raise('absent', rule, {
        workday: plan.workday,
        at: plan.startsAt,
        about: `plan-${plan.startsAt}`,
        measured: plan.endsAt - plan.startsAt,
      }),
    ];
  });
};

/** Came later than planned by more than is allowed. */
export const lateIn: ExceptionFinder = ofShifts('late-in', ({ match, spells }, { limitSeconds }) => {
  const late = match?.isFirst ? spells[0]!.in.at - match.plan.startsAt : 0;
  return late > limitSeconds ? atPunch(spells[0]!.in, late, limitSeconds) : null;
});

/** Left earlier than planned by more than is allowed. */
export const earlyOut: ExceptionFinder = ofShifts(
  'early-out',
  ({ match, spells, missingOut, onTheClock }, { limitSeconds }) => {
    // With an in still open after it, the last out is not the end of the shift.
    if (!match?.isLast || missingOut.length > 0 || onTheClock !== null) return null;
    const { out } = spells[spells.length - 1]!;
    const early = match.plan.endsAt - out.at;
    return early > limitSeconds ? atPunch(out, early, limitSeconds) : null;
  },
);
