import type { Held } from '../../model/plan-match.ts';
import type { EffectivePunch, PunchKind } from '../../model/punch.ts';
import type { RoundedSpell, Rounding, RoundingRules } from '../../model/rounding.ts';
import type { Shift } from '../../model/shift.ts';
import { itemAt } from '../../time/item-at.ts';
import { type Instant, instant } from '../../time/units.ts';
import { offsetAt, type ZoneOffsets } from '../../time/zone.ts';
import type { PlannedShift } from '../hold-to-plan/hold.ts';
import type { HoldRules } from '../hold-to-plan/types.ts';

/** The rule for a kind of punch; looked up by name, since this runs for every punch there is. */
function ruleFor(kind: PunchKind, { punches: rules }: RoundingRules): Rounding | undefined {
  if (kind === 'in') return rules.in;
  if (kind === 'out') return rules.out;
  return rules[kind];
}

/** An undirected punch is rounded as what it turned out to be. */
function rounded(
  punch: EffectivePunch,
  end: 'in' | 'out',
  rules: RoundingRules,
  offsets: ZoneOffsets,
): Instant {
  const rule = ruleFor(punch.kind === 'undirected' ? end : punch.kind, rules);
  if (rule === undefined) return punch.at;
  const into = (punch.at + offsetAt(offsets, punch.at)) % rule.unitSeconds;
  return instant(into >= rule.turnSeconds ? punch.at - into + rule.unitSeconds : punch.at - into);
}

/**
 * Step 4. Each punch of a shift rounded on the wall clock by the rule for its kind; job changes are not rounded, nor is what was held to
 * the plan. Where rounding would let two spells overlap, the later one starts where the earlier ends, so that no second is paid twice. Totals
 * are rounded once it is known what is paid: see `totals.ts`.
 *
 * @param notBefore the end of the shift before
 */
export function round(
  shift: Shift,
  held: Held,
  rules: RoundingRules,
  offsets: ZoneOffsets,
  notBefore: Instant,
): RoundedSpell[] {
  const count = shift.spells.length;
  // As long as it gets, at once: a list that grows by itself takes room for seventeen.
  const spells = new Array<RoundedSpell>(count);
  let earliest: number = notBefore;
  for (let i = 0; i < count; i++) {
    const spell = itemAt(shift.spells, i);
    const from = i === 0 && held.start !== null ? held.start : rounded(spell.in, 'in', rules, offsets);
    const to = i === count - 1 && held.end !== null ? held.end : rounded(spell.out, 'out', rules, offsets);
    const start = Math.max(from, earliest);
    const end = Math.max(to, start);
    spells[i] = { start: instant(start), end: instant(end) };
    earliest = end;
  }
  return spells;
}

/** A shift with its spells held and rounded. */
export interface RoundedShift<Start extends ShiftToRound = ShiftToRound> {
  readonly planned: PlannedShift<Start>;
  readonly rounded: readonly RoundedSpell[];
}

/** What this step needs of a shift. */
export interface ShiftToRound {
  readonly shift: Shift;
  readonly offsets: ZoneOffsets;
  readonly rulebook: { readonly hold: HoldRules; readonly rounding: RoundingRules };
}

/** The punches of every shift rounded, in order of time. */
export function roundShifts<Start extends ShiftToRound>(
  shifts: readonly PlannedShift<Start>[],
): RoundedShift<Start>[] {
  let notBefore = instant(Number.NEGATIVE_INFINITY);
  return shifts.map((planned) => {
    const { shift, rulebook, offsets } = planned.start;
    const rounded = round(shift, planned.held, rulebook.rounding, offsets, notBefore);
    notBefore = rounded[rounded.length - 1]?.end ?? notBefore;
    return { planned, rounded };
  });
}
