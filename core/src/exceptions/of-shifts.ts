import type { ComputedShift } from '../model/computed-shift.ts';
import type { ExceptionInput, LookedFor } from '../model/exception.ts';
import type { EffectivePunch } from '../model/punch.ts';
import type { Found, RuleOn } from './define.ts';

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

const NOTHING: Found[] = [];

/** Looks at each shift with paired punches on its own. Nearly always there is nothing to find, and nothing is made for it. */
export function ofShifts<L>(
  { shifts }: ExceptionInput,
  ruleOn: RuleOn<L>,
  look: (shift: ComputedShift, ends: Ends, rule: L & LookedFor) => readonly InShift[],
): Found[] {
  let all = NOTHING;
  for (const shift of shifts) {
    const { workday, spells } = shift;
    const firstSpell = spells[0];
    const lastSpell = spells[spells.length - 1];
    if (firstSpell === undefined || lastSpell === undefined) continue;
    const rule = ruleOn(workday);
    if (rule === undefined) continue;
    for (const found of look(shift, { firstIn: firstSpell.in, lastOut: lastSpell.out }, rule)) {
      if (all === NOTHING) all = [];
      all.push({ severity: rule.severity, workday, ...found });
    }
  }
  return all;
}

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
export function ofPunches<L>(
  { shifts }: ExceptionInput,
  ruleOn: RuleOn<L>,
  which: (shift: ComputedShift) => readonly EffectivePunch[],
  look: (punch: EffectivePunch, rule: L & LookedFor) => boolean | Pick<Found, 'measured' | 'limit'>,
): Found[] {
  let all = NOTHING;
  for (const shift of shifts) {
    const { workday } = shift;
    const rule = ruleOn(workday);
    if (rule === undefined) continue;
    for (const punch of which(shift)) {
      const found = look(punch, rule);
      if (found === false) continue;
      if (all === NOTHING) all = [];
      const measured = found === true ? {} : found;
      all.push({ severity: rule.severity, workday, at: punch.at, punch, ...measured });
    }
  }
  return all;
}
