import { type Breaks, gapKind, takeBreaks } from './breaks/breaks.ts';
import { effectivePunches } from './effective/effective.ts';
import type { Correction, EffectivePunch, Punch } from './effective/types.ts';
import { findExceptions } from './exceptions/exceptions.ts';
import type { Exception } from './exceptions/types.ts';
import { sumLines } from './lines/lines.ts';
import type { Line } from './lines/types.ts';
import { classify } from './overtime/overtime.ts';
import { pair } from './pair/pair.ts';
import type { Shift } from './pair/types.ts';
import type { Plan } from './plan/types.ts';
import { addPremiums } from './premiums/premiums.ts';
import { explainShift } from './reasons/explain.ts';
import type { OvertimeReason, ShiftReason } from './reasons/types.ts';
import { type RoundedSpell, round } from './round/round.ts';
import type { CompiledRulebook } from './rulebook/compile.ts';
import { type Instant, instant, type Seconds, seconds, type Workday } from './units.ts';
import type { Segment } from './workday/types.ts';
import { assignWorkday, workdayAt, workweekOf } from './workday/workday.ts';
import type { ZoneOffsets, ZoneTables } from './zone/zone.ts';

/** Everything that one person's hours over one span of workdays follow from. */
export interface PersonInput {
  readonly first: Workday;
  readonly last: Workday;
  /** Those of `inputSpan`, in any order. */
  readonly punches: readonly Punch[];
  readonly corrections: readonly Correction[];
  readonly plans: readonly Plan[];
  readonly rulebook: CompiledRulebook;
  readonly zones: ZoneTables;
  /** When the input was taken: an in younger than the longest spell is then somebody at work. Null: none is. */
  readonly asOf: Instant | null;
}

/** One shift from the punches to what of it is paid. All in whole seconds. */
export interface ComputedShift {
  readonly workday: Workday;
  readonly zone: string;
  readonly spells: readonly Spell[];
  readonly rounded: readonly RoundedSpell[];
  readonly breaks: Breaks;
  readonly onTheClock: EffectivePunch | null;
  readonly missingOut: readonly EffectivePunch[];
  readonly missingIn: readonly EffectivePunch[];
  readonly clockedSeconds: Seconds;
  readonly payableSeconds: Seconds;
  /** Of clocked time; an unpaid stretch between an out and an in was never clocked. */
  readonly unpaidSeconds: Seconds;
  /** What rounding took off the clocked time; negative where it added. */
  readonly roundingSeconds: number;
  readonly reasons: readonly ShiftReason[];
}
type Spell = Shift['spells'][number];

export interface Computed {
  readonly shifts: readonly ComputedShift[];
  readonly segments: readonly Segment[];
  readonly lines: readonly Line[];
  readonly exceptions: readonly Exception[];
  readonly overtimeReasons: readonly OvertimeReason[];
}

/**
 * The workdays whose punches a span needs: its whole workweeks, with two days before for a shift that reaches in
 * and two after for one that reaches out.
 */
export function inputSpan(
  first: Workday,
  last: Workday,
  rulebook: CompiledRulebook,
): { first: Workday; last: Workday } {
  const { weekStartsOn } = rulebook.workday;
  return {
    first: (workweekOf(first, weekStartsOn) - 2) as Workday,
    last: (workweekOf(last, weekStartsOn) + 8) as Workday,
  };
}

/**
 * One person's shifts, segments, lines and exceptions. Pure: the same input in any order gives the same result, and
 * nothing but the input is read.
 *
 * @param explain also builds the reasons of every number
 */
export function compute(input: PersonInput, explain = false): Computed {
  const { rulebook, zones } = input;
  const overtimeReasons: OvertimeReason[] | null = explain ? [] : null;

  const punches = effectivePunches(input.punches, input.corrections);
  const shifts = pair(punches, rulebook.pairing, input.asOf);
  const computed: ComputedShift[] = [];
  const ordinary: Segment[] = [];
  const offsets: ZoneOffsets[] = [];
  let notBefore = instant(Number.NEGATIVE_INFINITY);
  for (let i = 0; i < shifts.length; i++) {
    const shift = shifts[i]!;
    const zone = firstPunch(shift).zone;
    const zoneOffsets = zones.of(zone);
    offsets.push(zoneOffsets);
    const rounded = round(shift, rulebook.rounding, zoneOffsets, notBefore);
    const breaks = takeBreaks(shift, rounded, rulebook.breaks, zoneOffsets);
    const firstSegment = ordinary.length;
    assignWorkday(breaks.worked, i, unpairedEnds(shift), rulebook.workday, zoneOffsets, ordinary);
    if (rounded.length > 0) notBefore = rounded[rounded.length - 1]!.end;
    computed.push(
      account(shift, zone, rounded, breaks, ordinary[firstSegment]?.workday ?? null, rulebook, zoneOffsets),
    );
  }
  const classed = classify(ordinary, rulebook.overtime, rulebook.workday.weekStartsOn, overtimeReasons);
  const all = addPremiums(classed, rulebook.premiums, (shift) => offsets[shift]!);
  const inSpan = (day: Workday) => day >= input.first && day <= input.last;
  return {
    shifts: explain
      ? computed.map((shift, i) => ({ ...shift, reasons: explainShift(shift, i, all, rulebook) }))
      : computed,
    segments: all,
    lines: sumLines(all, rulebook.premiums, input.first, input.last),
    exceptions: findExceptions({
      shifts: computed,
      plans: input.plans,
      longestSpellSeconds: rulebook.pairing.longestSpellSeconds,
    }).filter((exception) => inSpan(exception.workday)),
    overtimeReasons: overtimeReasons ?? [],
  };
}

/** The earliest punch of a shift, paired or not. */
function firstPunch(shift: Shift): EffectivePunch {
  let first: EffectivePunch | null = shift.spells[0]?.in ?? shift.onTheClock;
  for (const punch of shift.missingOut) if (first === null || punch.at < first.at) first = punch;
  for (const punch of shift.missingIn) if (first === null || punch.at < first.at) first = punch;
  return first!;
}

/** The earliest and latest punch without a partner: it starts or ends the shift as much as one that has one. */
function unpairedEnds(shift: Shift): { first: number; last: number } {
  let first = Number.POSITIVE_INFINITY;
  let last = Number.NEGATIVE_INFINITY;
  for (const punches of [shift.missingOut, shift.missingIn]) {
    for (const { at } of punches) {
      if (at < first) first = at;
      if (at > last) last = at;
    }
  }
  return { first, last };
}

/** The sums of one shift: clocked = payable + unpaid + rounding, to the second. */
function account(
  shift: Shift,
  zone: string,
  rounded: readonly RoundedSpell[],
  breaks: Breaks,
  assigned: Workday | null,
  rulebook: CompiledRulebook,
  offsets: ZoneOffsets,
): ComputedShift {
  let payable = 0;
  let unpaid = 0;
  let away = 0;
  for (const stretch of breaks.worked) payable += stretch.end - stretch.start;
  for (const gap of breaks.unpaid) {
    if (gap.kind === 'away') away += gap.end - gap.start;
    else unpaid += gap.end - gap.start;
  }
  let clocked = 0;
  let span = 0;
  if (shift.spells.length > 0) {
    const last = shift.spells.length - 1;
    clocked = shift.spells[last]!.out.at - shift.spells[0]!.in.at - clockedAway(shift, rounded, rulebook);
    span = rounded[last]!.end - rounded[0]!.start - away;
  }
  return {
    workday: assigned ?? workdayAt(firstPunch(shift).at, rulebook.workday, offsets),
    zone,
    spells: shift.spells,
    rounded,
    breaks,
    onTheClock: shift.onTheClock,
    missingOut: shift.missingOut,
    missingIn: shift.missingIn,
    clockedSeconds: seconds(clocked),
    payableSeconds: seconds(payable),
    unpaidSeconds: seconds(unpaid),
    roundingSeconds: clocked - span,
    reasons: [],
  };
}

/** Time away between an out and an in, as clocked, where it was too long to be a paid rest. */
function clockedAway(shift: Shift, rounded: readonly RoundedSpell[], rulebook: CompiledRulebook): number {
  let away = 0;
  for (let i = 1; i < shift.spells.length; i++) {
    const before = shift.spells[i - 1]!;
    const after = shift.spells[i]!;
    const unpaid = rounded[i]!.start - rounded[i - 1]!.end > rulebook.breaks.paidUpToSeconds;
    if (unpaid && gapKind(before, after) === 'away') away += after.in.at - before.out.at;
  }
  return away;
}
