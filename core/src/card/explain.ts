import type { ComputedShift, OpenShift } from '../model/computed-shift.ts';
import { lengthOf, paidSeconds } from '../model/cut.ts';
import type { EffectivePunch } from '../model/punch.ts';
import type { Segment, SegmentShift, ShiftBeginning } from '../model/segment.ts';
import { firstPunch } from '../model/shift.ts';
import type { RoundedPunch, ShiftReason } from '../model/shift-reason.ts';
import { itemAt, lastOf } from '../time/item-at.ts';
import { type Instant, seconds } from '../time/units.ts';
import { offsetAt, type ZoneOffsets } from '../time/zone.ts';

type Step<S extends ShiftReason['step']> = Extract<ShiftReason, { readonly step: S }>;

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
  start: ShiftBeginning,
): ShiftReason[] {
  if (shift.spells.length === 0) return [];
  return [
    { step: 'clocked', spells: shift.spells, seconds: shift.clockedSeconds },
    ...holdReason(shift),
    roundReason(shift, notBefore, start.offsets),
    breaksReason(shift),
    workdayReason(shift, mine, start),
    ...premiumReasons(mine),
  ];
}

function holdReason({ match, held, heldSeconds }: ComputedShift): Step<'hold'>[] {
  if (match === null || (held.start === null && held.end === null)) return [];
  return [{ step: 'hold', plan: match.plan, ...held, seconds: heldSeconds }];
}

function roundReason(
  { spells, held, rounded, totals, rules: { rounding }, roundingSeconds }: ComputedShift,
  notBefore: Instant | null,
  offsets: ZoneOffsets,
): Step<'round'> {
  const last = spells.length - 1;
  const punch = (from: EffectivePunch, end: 'in' | 'out', isHeld: boolean): RoundedPunch => ({
    clocked: from.at,
    kind: from.kind,
    held: isHeld,
    offsetSeconds: offsetAt(offsets, from.at),
    rounding: isHeld ? null : (rounding.punches[from.kind === 'undirected' ? end : from.kind] ?? null),
  });
  return {
    step: 'round',
    punches: spells.map((spell, i) => ({
      in: punch(spell.in, 'in', i === 0 && held.start !== null),
      out: punch(spell.out, 'out', i === last && held.end !== null),
    })),
    spell: rounding.spell,
    shift: rounding.shift,
    day: rounding.day,
    notBefore,
    spells: rounded,
    totals,
    changedBySeconds: -roundingSeconds,
  };
}

function breaksReason({ breaks, rules: { breaks: rules } }: ComputedShift): Step<'breaks'> {
  return {
    step: 'breaks',
    paidUpToSeconds: rules.paidUpToSeconds,
    allowanceSeconds: rules.allowanceSeconds,
    mealUnpaidFromSeconds: rules.mealUnpaidFromSeconds,
    unpaid: breaks.unpaid,
    paid: breaks.paid,
    automaticSeconds: breaks.automaticSeconds,
    automaticCanceled: breaks.automaticCanceled,
    unpaidSeconds: seconds(breaks.unpaid.reduce((sum, gap) => sum + lengthOf(gap), 0)),
  };
}

function workdayReason(
  shift: ComputedShift,
  mine: readonly Segment[],
  { statedWorkday }: ShiftBeginning,
): Step<'workday'> {
  const firsts = mine.filter(
    (segment, i) => mine.findIndex(({ workday }) => workday === segment.workday) === i,
  );
  return {
    step: 'workday',
    rule: statedWorkday === null ? shift.rules.workday.shiftBelongsTo : null,
    startsAt: shift.rounded[0]?.start ?? firstPunch(shift).at,
    endsAt: lastOf(shift.rounded).end,
    workdays: firsts.map(({ workday }) => workday),
    homes: firsts.map(({ home: { department, costCenter } }) => ({ department, costCenter })),
    lines: mine
      .filter((segment, i) => i > 0 && segment.workday !== itemAt(mine, i - 1).workday)
      .map(({ start }) => start),
  };
}

/** By name: an edition that comes into force within the shift may have a premium of the same name. */
function premiumReasons(mine: readonly Segment[]): readonly Step<'premium'>[] {
  if (mine.every(({ premiums }) => premiums.list.length === 0)) return NO_PREMIUMS;
  const named = new Map<string, Segment[]>();
  for (const segment of mine) {
    for (const { name } of segment.premiums.list) {
      const paid = named.get(name);
      if (paid === undefined) named.set(name, [segment]);
      else paid.push(segment);
    }
  }
  return [...named].map(([name, paid]) => ({
    step: 'premium',
    name,
    seconds: seconds(paid.reduce((sum, segment) => sum + paidSeconds(segment), 0)),
    time: paid.map(({ start, end }) => ({ start, end })),
  }));
}

const NO_PREMIUMS: readonly Step<'premium'>[] = [];

/**
 * Gives shifts their reasons, in place.
 *
 * @param shifts in order of time
 * @param froms what the segments of each shift refer to, in the same order
 */
export function explainShifts(
  shifts: readonly OpenShift[],
  froms: readonly SegmentShift[],
  segments: readonly Segment[],
): void {
  let notBefore: Instant | null = null;
  let first = 0;
  for (const [i, shift] of shifts.entries()) {
    const from = froms[i];
    // Shifts do not overlap, so the segments of one follow those of the one before.
    let end = first;
    while (segments[end]?.shift === from && from !== undefined) end++;
    if (from !== undefined)
      shift.reasons = explainShift(shift, segments.slice(first, end), notBefore, from.start);
    first = end;
    notBefore = shift.rounded[shift.rounded.length - 1]?.end ?? notBefore;
  }
}
