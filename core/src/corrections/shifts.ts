import type { CorrectionId } from '../model/ids.ts';
import type { EffectivePunch } from '../model/punch.ts';
import { firstPunch, lastPunch, type Shift, type Spell } from '../model/shift.ts';
import type { Instant, Workday } from '../time/units.ts';
import type { Changes, NewPlace } from './changes.ts';

/** Paired shifts as corrections say: spells split between jobs, and in the jobs that were set over a stretch, as if so clocked. */
export function correctedShifts(shifts: readonly Shift[], { splits, places }: Changes): readonly Shift[] {
  if (splits.length === 0 && places.length === 0) return shifts;
  let corrected = shifts;
  for (const { at, place, correction } of splits) corrected = splitAt(corrected, at, place, correction);
  for (const { from, to, place, correction } of places) {
    corrected = splitAt(splitAt(corrected, from, {}, correction), to, {}, correction);
    corrected = corrected.map((shift) => ({
      ...shift,
      spells: shift.spells.map((spell) =>
        spell.in.at >= from && spell.in.at < to ? { ...spell, in: placedIn(spell.in, place) } : spell,
      ),
    }));
  }
  return corrected;
}

/** Shifts with the spell around an instant cut there. */
const splitAt = (
  shifts: readonly Shift[],
  at: Instant,
  place: NewPlace,
  correction: CorrectionId,
): readonly Shift[] =>
  shifts.map((shift) => {
    const isCut = ({ in: start, out }: Spell) => start.at < at && at < out.at;
    if (!shift.spells.some(isCut)) return shift;
    const spells = shift.spells.flatMap((spell) =>
      isCut(spell) ? splitSpell(spell, at, place, correction) : [spell],
    );
    return { ...shift, spells };
  });

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
