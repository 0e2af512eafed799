import type { ComputedShift } from '../compute.ts';
import type { EffectivePunch } from '../effective/types.ts';
import { firstPunch } from '../pair/types.ts';
import { lengthOf } from '../segments/cut.ts';
import type { Segment } from '../segments/types.ts';
import { type Instant, seconds } from '../units.ts';
import { offsetAt, type ZoneOffsets } from '../zone/zone.ts';
import type { RoundedPunch, ShiftReason } from './types.ts';

/**
 * The reasons of one shift's payable time, step by step; empty where nothing of it could be paired.
 *
 * @param mine the segments of the shift
 * @param notBefore the end of the shift before it; null for the first
 */
export function explainShift(
  shift: ComputedShift,
  mine: readonly Segment[],
  notBefore: Instant | null,
  offsets: ZoneOffsets,
): ShiftReason[] {
  if (shift.spells.length === 0) return [];
  const { rulebook, held, match, spells, rounded, breaks } = shift;
  const last = spells.length - 1;
  const punch = (from: EffectivePunch, end: 'in' | 'out', isHeld: boolean): RoundedPunch => ({
    clocked: from.at,
    kind: from.kind,
    held: isHeld,
    offsetSeconds: offsetAt(offsets, from.at),
    rounding: isHeld
      ? null
      : (rulebook.rounding.punches[from.kind === 'undirected' ? end : from.kind] ?? null),
  });
  const reasons: ShiftReason[] = [{ step: 'clocked', spells, seconds: shift.clockedSeconds }];
  if (match !== null && (held.start !== null || held.end !== null))
    reasons.push({ step: 'hold', plan: match.plan, ...held, seconds: shift.heldSeconds });
  reasons.push({
    step: 'round',
    punches: spells.map((spell, i) => ({
      in: punch(spell.in, 'in', i === 0 && held.start !== null),
      out: punch(spell.out, 'out', i === last && held.end !== null),
    })),
    spell: rulebook.rounding.spell,
    shift: rulebook.rounding.shift,
    day: rulebook.rounding.day,
    notBefore,
    spells: rounded,
    changedBySeconds: -shift.roundingSeconds,
  });
  reasons.push({
    step: 'breaks',
    paidUpToSeconds: rulebook.breaks.paidUpToSeconds,
    allowanceSeconds: rulebook.breaks.allowanceSeconds,
    mealUnpaidFromSeconds: rulebook.breaks.mealUnpaidFromSeconds,
    unpaid: breaks.unpaid,
    paid: breaks.paid,
    automaticSeconds: breaks.automaticSeconds,
    automaticCanceled: breaks.automaticCanceled,
    unpaidSeconds: seconds(breaks.unpaid.reduce((sum, gap) => sum + lengthOf(gap), 0)),
  });
  reasons.push({
    step: 'workday',
    rule: rulebook.workday.shiftBelongsTo,
    startsAt: rounded[0]?.start ?? firstPunch(shift).at,
    endsAt: rounded[rounded.length - 1]!.end,
    workdays: [...new Set(mine.map((segment) => segment.workday))],
    lines: mine
      .filter((segment, i) => i > 0 && segment.workday !== mine[i - 1]!.workday)
      .map(({ start }) => start),
  });
  // By name: an edition that comes into force within the shift may have a premium of the same name.
  const named = new Map<string, Segment[]>();
  for (const segment of mine) {
    for (const { name } of segment.premiums.list) {
      const paid = named.get(name);
      if (paid === undefined) named.set(name, [segment]);
      else paid.push(segment);
    }
  }
  for (const [name, paid] of named) {
    reasons.push({
      step: 'premium',
      name,
      seconds: seconds(paid.reduce((sum, segment) => sum + lengthOf(segment), 0)),
      time: paid.map(({ start, end }) => ({ start, end })),
    });
  }
  return reasons;
}
