import type { ComputedShift } from '../card/shift.ts';
import type { EffectivePunch } from '../record/punch.ts';
import type { Found, RuleOn } from './define.ts';
import type { ExceptionInput, LookedFor } from './types.ts';

/** The first and the last paired punch of a shift. */
export interface Ends {
  readonly firstIn: EffectivePunch;
  readonly lastOut: EffectivePunch;
}

/** What was found in one shift. */
export type InShift = Omit<Found, 'workday' | 'severity'>;

/** A punch by which something is longer or shorter than it should be. */
export const atPunch = (punch: EffectivePunch, measured: number, limit: number): InShift => ({
  at: punch.at,
  punch,
  measured,
  limit,
});

/** Looks at each shift with paired punches on its own. */
export const ofShifts = <L>(
  input: ExceptionInput,
  ruleOn: RuleOn<L>,
  look: (shift: ComputedShift, ends: Ends, rule: L & LookedFor) => readonly InShift[],
): Found[] =>
  input.shifts.flatMap((shift) => {
    const rule = ruleOn(shift.workday);
    const firstSpell = shift.spells[0];
    const lastSpell = shift.spells[shift.spells.length - 1];
    if (rule === undefined || firstSpell === undefined || lastSpell === undefined) return [];
    const { workday } = shift;
    const { severity } = rule;
    return look(shift, { firstIn: firstSpell.in, lastOut: lastSpell.out }, rule).map((found) => ({
      severity,
      workday,
      ...found,
    }));
  });

/** Every punch of a shift, paired or not, in no order. */
export const punchesOf = (shift: ComputedShift): EffectivePunch[] => [
  ...shift.spells.flatMap((spell) => [spell.in, spell.out]),
  ...shift.missingOut,
  ...shift.missingIn,
  ...(shift.onTheClock === null ? [] : [shift.onTheClock]),
];

/** Punches that start work in a job. */
export const startsOf = (shift: ComputedShift): EffectivePunch[] =>
  [...shift.spells.map((spell) => spell.in), ...shift.missingOut].filter(
    ({ kind }) => kind === 'in' || kind === 'job-change' || kind === 'undirected',
  );

/** Looks at punches one by one, also those that found no partner. */
export const ofPunches = <L>(
  input: ExceptionInput,
  ruleOn: RuleOn<L>,
  which: (shift: ComputedShift) => readonly EffectivePunch[],
  look: (punch: EffectivePunch, rule: L & LookedFor) => boolean | Pick<Found, 'measured' | 'limit'>,
): Found[] =>
  input.shifts.flatMap((shift) => {
    const rule = ruleOn(shift.workday);
    if (rule === undefined) return [];
    const { workday } = shift;
    return which(shift).flatMap((punch) => {
      const found = look(punch, rule);
      if (found === false) return [];
      const measured = found === true ? {} : found;
      return [{ severity: rule.severity, workday, at: punch.at, punch, ...measured }];
    });
  });
