import type { EffectivePunch, PunchKind } from '../effective/types.ts';
import type { Shift } from '../pair/types.ts';
import { type Instant, instant, type Seconds } from '../units.ts';
import { offsetAt, type ZoneOffsets } from '../zone/zone.ts';

export interface RoundingRule {
  readonly kinds: ReadonlySet<PunchKind>;
  readonly unitSeconds: Seconds;
  /** From this many seconds into the unit on, up. */
  readonly turnSeconds: Seconds;
}

/** A spell as it is paid: the same stretch after rounding. */
export interface RoundedSpell {
  readonly start: Instant;
  readonly end: Instant;
}

/** An undirected punch is rounded as what it turned out to be. */
function rounded(
  punch: EffectivePunch,
  as: PunchKind,
  rules: readonly RoundingRule[],
  offsets: ZoneOffsets,
): Instant {
  for (let i = 0; i < rules.length; i++) {
    const rule = rules[i]!;
    if (!rule.kinds.has(as)) continue;
    const into = (punch.at + offsetAt(offsets, punch.at)) % rule.unitSeconds;
    return instant(into >= rule.turnSeconds ? punch.at - into + rule.unitSeconds : punch.at - into);
  }
  return punch.at;
}

const asKind = (punch: EffectivePunch, end: 'in' | 'out'): PunchKind =>
  punch.kind === 'undirected' ? end : punch.kind;

/**
 * Step 4. Each punch of a shift rounded on the wall clock by the first rule for its kind; job changes are not rounded. Where rounding
 * would let two spells overlap, the later one starts where the earlier ends, so that no second is paid twice.
 *
 * @param notBefore the end of the shift before
 */
export function round(
  shift: Shift,
  rules: readonly RoundingRule[],
  offsets: ZoneOffsets,
  notBefore: Instant,
): RoundedSpell[] {
  const spells: RoundedSpell[] = [];
  let earliest = notBefore;
  for (let i = 0; i < shift.spells.length; i++) {
    const spell = shift.spells[i]!;
    const start = Math.max(rounded(spell.in, asKind(spell.in, 'in'), rules, offsets), earliest);
    const end = Math.max(rounded(spell.out, asKind(spell.out, 'out'), rules, offsets), start);
    spells.push({ start: instant(start), end: instant(end) });
    earliest = instant(end);
  }
  return spells;
}
