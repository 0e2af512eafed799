import type { CorrectionId } from '../record/ids.ts';
import type { EffectivePunch } from '../record/punch.ts';
import { firstPunch, lastPunch, type Shift, type Spell } from '../steps/pair/types.ts';
import type { Instant, Workday } from '../time/units.ts';
import type { Changes, NewPlace, Stated } from './changes.ts';

/** Paired shifts as corrections say: spells split between jobs, and without what was not worked. */
export function correctedShifts(shifts: readonly Shift[], { splits, notWorked }: Changes): readonly Shift[] {
  if (splits.length === 0 && notWorked.length === 0) return shifts;
  let corrected = shifts;
  for (const stretch of notWorked) corrected = corrected.flatMap((shift) => without(shift, stretch));
  for (const { at, place, correction } of splits)
    corrected = corrected.map((shift) => {
      const spells = shift.spells.flatMap((spell) =>
        spell.in.at < at && at < spell.out.at ? splitSpell(spell, at, place, correction) : [spell],
      );
      return { ...shift, spells };
    });
  return corrected;
}

/** A shift without the spells and lone punches that lie inside a stretch; nothing where that is all of it. */
function without(shift: Shift, { from, to }: Stated): readonly Shift[] {
  const isInside = ({ at }: EffectivePunch) => at >= from && at <= to;
  const left = {
    spells: shift.spells.filter((spell) => !isInside(spell.in) || !isInside(spell.out)),
    missingOut: shift.missingOut.filter((punch) => !isInside(punch)),
    missingIn: shift.missingIn.filter((punch) => !isInside(punch)),
    onTheClock: shift.onTheClock !== null && isInside(shift.onTheClock) ? null : shift.onTheClock,
    repeats: shift.repeats.filter((punch) => !isInside(punch)),
  };
  const isEmpty =
    left.spells.length + left.missingOut.length + left.missingIn.length === 0 && left.onTheClock === null;
  return isEmpty ? [] : [left];
}

/** Two spells for one, as if somebody had punched a job change. */
function splitSpell(spell: Spell, at: Instant, place: NewPlace, correction: CorrectionId): readonly Spell[] {
  const change: EffectivePunch = {
    ...placedIn(spell.in, place),
    id: null,
    at,
    kind: 'job-change',
    note: null,
    position: null,
    correction,
  };
  return [
    { in: spell.in, out: change },
    { in: change, out: spell.out },
  ];
}

/** A punch in another job, department or site; what is not given stays. */
export const placedIn = (punch: EffectivePunch, { job, department, site }: NewPlace): EffectivePunch => ({
  ...punch,
  job: job === undefined ? punch.job : job,
  department: department === undefined ? punch.department : department,
  site: site === undefined ? punch.site : site,
});

/** The workday that a correction gives a shift; null where none does. */
export function statedWorkday(shift: Shift, { workdays }: Pick<Changes, 'workdays'>): Workday | null {
  if (workdays.length === 0) return null;
  const [from, to] = [firstPunch(shift).at, lastPunch(shift).at];
  return workdays.findLast(({ at }) => at >= from && at <= to)?.workday ?? null;
}
