import type { EffectivePunch, PunchKind } from '../../record/punch.ts';
import { itemAt } from '../../time/item-at.ts';
import { type Instant, instant, type Workday } from '../../time/units.ts';
import { offsetAt, type ZoneOffsets } from '../../time/zone.ts';
import type { Held, PlannedShift } from '../hold-to-plan/hold.ts';
import type { HoldRules } from '../hold-to-plan/types.ts';
import type { Shift } from '../pair/types.ts';
import { type Rounding, roundAmount } from './amount.ts';

/** What is rounded, and how. */
export interface RoundingRules {
  /** For each kind of punch the rule that rounds it. */
  readonly punches: Readonly<Partial<Record<PunchKind, Rounding>>>;
  /** Each spell's length. */
  readonly spell: Rounding | null;
  /** A shift's spells together. */
  readonly shift: Rounding | null;
  /** The spells of all shifts that start on one workday, together. */
  readonly day: Rounding | null;
}

/** A spell as it is paid: the same stretch, held to the plan and rounded. */
export interface RoundedSpell {
  readonly start: Instant;
  readonly end: Instant;
}

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
 * Step 4. Each punch of a shift rounded on the wall clock by the rule for its kind, then the length of each spell, then the
 * shift's total; job changes are not rounded, nor is what was held to the plan. Where rounding would let two spells overlap, the
 * later one starts where the earlier ends, so that no second is paid twice.
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
    let end = Math.max(to, start);
    if (rules.spell !== null) end = start + roundAmount(end - start, rules.spell);
    spells[i] = { start: instant(start), end: instant(end) };
    earliest = end;
  }
  return rules.shift === null ? spells : roundTotal(spells, 0, rules.shift);
}

/**
 * Spells with their total rounded: what is added goes to the end of the last, what is taken comes off the end.
 *
 * @param before seconds that count toward the total, worked in earlier shifts
 */
function roundTotal(spells: readonly RoundedSpell[], before: number, rounding: Rounding): RoundedSpell[] {
  if (spells.length === 0) return [];
  let total = before;
  for (const { start, end } of spells) total += end - start;
  let left = roundAmount(total, rounding) - total;
  const result = [...spells];
  for (let i = result.length - 1; i >= 0 && left !== 0; i--) {
    const { start, end } = itemAt(result, i);
    const change = Math.max(left, start - end);
    result[i] = { start, end: instant(end + change) };
    left -= change;
  }
  return result;
}

/** A shift with its spells as they are paid. */
export interface RoundedShift<Start extends ShiftToRound = ShiftToRound> {
  readonly planned: PlannedShift<Start>;
  readonly rounded: readonly RoundedSpell[];
}

/** What this step needs of a shift. */
export interface ShiftToRound {
  readonly shift: Shift;
  readonly offsets: ZoneOffsets;
  readonly workday: Workday;
  readonly rulebook: { readonly hold: HoldRules; readonly rounding: RoundingRules };
}

/** Every shift rounded, in order of time; the last of a workday takes what rounding the day's total changes. */
export function roundShifts<Start extends ShiftToRound>(
  shifts: readonly PlannedShift<Start>[],
): RoundedShift<Start>[] {
  const roundsDays = shifts.some(({ start }) => start.rulebook.rounding.day !== null);
  let notBefore = instant(Number.NEGATIVE_INFINITY);
  let dayTotal = 0;
  return shifts.map((planned, i) => {
    const { shift, rulebook, offsets, workday } = planned.start;
    let rounded = round(shift, planned.held, rulebook.rounding, offsets, notBefore);
    if (roundsDays) {
      if (shifts[i - 1]?.start.workday !== workday) dayTotal = 0;
      if (rulebook.rounding.day !== null && shifts[i + 1]?.start.workday !== workday)
        rounded = roundTotal(rounded, dayTotal, rulebook.rounding.day);
      for (const { start, end } of rounded) dayTotal += end - start;
    }
    notBefore = rounded[rounded.length - 1]?.end ?? notBefore;
    return { planned, rounded };
  });
}
