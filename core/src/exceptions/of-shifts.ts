import type { ComputedShift } from '../card/shift.ts';
import type { EffectivePunch } from '../record/punch.ts';
import { type Found, raise } from './raise.ts';
import type { Exception, ExceptionFinder, ExceptionInput, ExceptionKind, ExceptionRule } from './types.ts';

/** What was found in one shift. */
type InShift = Omit<Found, 'workday'>;

/** A punch by which something is longer or shorter than it should be. */
export const atPunch = (punch: EffectivePunch, measured: number, limit: number): InShift => ({
  at: punch.at,
  punch,
  measured,
  limit,
});

/** A finder that looks at each shift with paired punches on its own. */
export const ofShifts =
  (
    kind: ExceptionKind,
    look: (
      shift: ComputedShift,
      rule: ExceptionRule,
      input: ExceptionInput,
    ) => InShift | readonly InShift[] | null,
  ): ExceptionFinder =>
  (input, ruleOn) => {
    const exceptions: Exception[] = [];
    for (const shift of input.shifts) {
      if (shift.spells.length === 0) continue;
      const rule = ruleOn(shift.workday);
      const found = rule === undefined ? null : look(shift, rule, input);
      if (rule === undefined || found === null) continue;
      for (const one of Array.isArray(found) ? (found as readonly InShift[]) : [found as InShift])
        exceptions.push(raise(kind, rule, { workday: shift.workday, ...one }));
    }
    return exceptions;
  };

/** Every punch of a shift, paired or not, in no order. */
export const punchesOf = (shift: ComputedShift): EffectivePunch[] => [
  ...shift.spells.flatMap((spell) => [spell.in, spell.out]),
  ...shift.missingOut,
  ...shift.missingIn,
  ...(shift.onTheClock === null ? [] : [shift.onTheClock]),
];
