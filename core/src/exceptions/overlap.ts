import type { ComputedShift } from '../card/shift.ts';
import type { EffectivePunch } from '../record/punch.ts';
import { raise } from './raise.ts';
import type { Exception, ExceptionFinder } from './types.ts';

/** An in without an out before a spell, and an out without an in after it: two stretches clocked at once. */
function overlapOf(
  shift: Pick<ComputedShift, 'spells' | 'missingOut' | 'missingIn'>,
): { readonly in: EffectivePunch; readonly out: EffectivePunch } | null {
  for (const start of shift.missingOut) {
    const end = shift.missingIn.find(
      (out) =>
        out.at > start.at && shift.spells.some((spell) => spell.in.at > start.at && spell.out.at < out.at),
    );
    if (end !== undefined) return { in: start, out: end };
  }
  return null;
}

/**
 * Two stretches that overlap: in, in, out, out. Which of them is true, somebody must say; the two punches without a partner
 * are exceptions of their own, and settling them settles this.
 */
export const overlap: ExceptionFinder = (input, ruleOn) => {
  const found: Exception[] = [];
  for (const shift of input.shifts) {
    if (shift.missingOut.length === 0 || shift.missingIn.length === 0) continue;
    const rule = ruleOn(shift.workday);
    const both = overlapOf(shift);
    if (rule === undefined || both === null) continue;
    found.push(
      raise('overlap', rule, {
        workday: shift.workday,
        at: both.in.at,
        punch: both.in,
        measured: both.out.at - both.in.at,
      }),
    );
  }
  return found;
};
