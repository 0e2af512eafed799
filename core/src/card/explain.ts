import type { EffectivePunch } from '../record/punch.ts';
import { firstPunch } from '../steps/pair/types.ts';
import { itemAt, lastOf } from '../time/item-at.ts';
import { type Instant, seconds } from '../time/units.ts';
import { offsetAt, type ZoneOffsets } from '../time/zone.ts';
import { lengthOf } from './cut.ts';
import type { RoundedPunch, ShiftReason } from './reasons.ts';
import type { Segment, SegmentShift } from './segment.ts';
import type { ComputedShift } from './shift.ts';

/**
 * The reasons of one shift's payable time, step by step; empty where nothing of it could be paired.
 *
 * @param mine the segments of the shift
 * @param notBefore the end of the shift before it; null for the first
 */
function explainShift(
  shift: ComputedShift,
  mine: readonly Segment[],
  notBefore: Instant | null,
  offsets: ZoneOffsets,
): ShiftReason[] {
  if (shift.spells.length === 0) return [];
  const { rules, held, match, spells, rounded, breaks } = shift;
  const last = spells.length - 1;
  const punch = (from: EffectivePunch, end: 'in' | 'out', isHeld: boolean): RoundedPunch => ({
    clocked: from.at,
    kind: from.kind,
    held: isHeld,
    offsetSeconds: offsetAt(offsets, from.at),
    rounding: isHeld ? null : (rules.rounding.punches[from.kind === 'undirected' ? end : from.kind] ?? null),
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
    spell: rules.rounding.spell,
    shift: rules.rounding.shift,
    day: rules.rounding.day,
    notBefore,
    spells: rounded,
    changedBySeconds: -shift.roundingSeconds,
  });
  reasons.push({
    step: 'breaks',
    paidUpToSeconds: rules.breaks.paidUpToSeconds,
    allowanceSeconds: rules.breaks.allowanceSeconds,
    mealUnpaidFromSeconds: rules.breaks.mealUnpaidFromSeconds,
    unpaid: breaks.unpaid,
    paid: breaks.paid,
    automaticSeconds: breaks.automaticSeconds,
    automaticCanceled: breaks.automaticCanceled,
    unpaidSeconds: seconds(breaks.unpaid.reduce((sum, gap) => sum + lengthOf(gap), 0)),
  });
  reasons.push({
    step: 'workday',
    rule: rules.workday.shiftBelongsTo,
    startsAt: rounded[0]?.start ?? firstPunch(shift).at,
    endsAt: lastOf(rounded).end,
    workdays: [...new Set(mine.map((segment) => segment.workday))],
    lines: mine
      .filter((segment, i) => i > 0 && segment.workday !== itemAt(mine, i - 1).workday)
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

/** The shifts with their reasons; all of them in order of time, and beside each what its segments come from. */
export function withReasons(
  shifts: readonly ComputedShift[],
  froms: readonly SegmentShift[],
  segments: readonly Segment[],
): ComputedShift[] {
  const byShift = new Map<SegmentShift, Segment[]>();
  for (const segment of segments) {
    const mine = byShift.get(segment.shift);
    if (mine === undefined) byShift.set(segment.shift, [segment]);
    else mine.push(segment);
  }
  let notBefore: Instant | null = null;
  return shifts.map((shift, i) => {
    const from = froms[i];
    if (from === undefined) return shift;
    const reasons = explainShift(shift, byShift.get(from) ?? [], notBefore, from.start.offsets);
    notBefore = shift.rounded[shift.rounded.length - 1]?.end ?? notBefore;
    return { ...shift, reasons };
  });
}
