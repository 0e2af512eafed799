import { gapKind, takeBreaks } from './breaks/breaks.ts';
import type { Breaks } from './breaks/types.ts';
import { type Calendar, NO_CALENDAR } from './calendar/calendar.ts';
import type { Editions } from './editions/editions.ts';
import { effectivePunches, sortCorrections } from './effective/effective.ts';
import type { Correction, EffectivePunch, Position, Punch } from './effective/types.ts';
import { findExceptions } from './exceptions/exceptions.ts';
import type { CrewShift, Exception } from './exceptions/types.ts';
import { guarantees } from './guarantees/guarantees.ts';
import { type Held, holdToPlan, NOT_HELD } from './hold/hold.ts';
import type { Leave } from './leave/types.ts';
import { sumLines } from './lines/lines.ts';
import type { Line } from './lines/types.ts';
import { classify, type RulesInForce } from './overtime/meeting.ts';
import type { DaySpan } from './overtime/types.ts';
import { pair } from './pair/pair.ts';
import { firstPunch, type Shift } from './pair/types.ts';
import { matchPlans, type PlanMatch } from './plan/match.ts';
import type { Plan } from './plan/types.ts';
import { addPremiums } from './premiums/premiums.ts';
import { explainShift } from './reasons/explain.ts';
import type { DayReason, OvertimeReason, ShiftReason } from './reasons/types.ts';
import { type RoundedSpell, round, roundTotal } from './round/round.ts';
import type { CompiledRulebook } from './rulebook/compile.ts';
import type { Segment, SegmentShift, WorkSegment } from './segments/types.ts';
import { type Instant, instant, type Seconds, type SiteId, seconds, type Workday } from './units.ts';
import { assignWorkday, workdayAt, workweekOf } from './workday/workday.ts';
import type { ZoneOffsets, ZoneTables } from './zone/zone.ts';

/** Everything that one person's hours over one span of workdays follow from. */
export interface PersonInput {
  readonly first: Workday;
  readonly last: Workday;
  /** Those around `inputSpan` as `unbrokenAround` says, in any order. */
  readonly punches: readonly Punch[];
  readonly corrections: readonly Correction[];
  readonly plans: readonly Plan[];
  readonly leave?: readonly Leave[];
  readonly calendar?: Calendar;
  /** For overtime by pay period. Without any, the span is the one period. */
  readonly payPeriods?: readonly DaySpan[];
  readonly editions: Editions;
  readonly zones: ZoneTables;
  /** When the input was taken: an in younger than the longest spell is then somebody at work. Null: none is. */
  readonly asOf: Instant | null;
  /** Shifts of those who work beside this person, as evidence for proposals. */
  readonly crew?: readonly CrewShift[];
  /** Where sites lie, to tell which punches were made away from them. */
  readonly sites?: ReadonlyMap<SiteId, Position>;
}

/** One shift from the punches to what of it is paid. All in whole seconds. */
export interface ComputedShift extends Shift {
  readonly workday: Workday;
  readonly zone: string;
  /** The edition in force when it started. */
  readonly rulebook: CompiledRulebook;
  /** What was planned; null where nothing was. */
  readonly match: PlanMatch | null;
  readonly held: Held;
  readonly rounded: readonly RoundedSpell[];
  readonly breaks: Breaks;
  readonly clockedSeconds: Seconds;
  readonly payableSeconds: Seconds;
  /** Of clocked time; an unpaid stretch between an out and an in was never clocked. */
  readonly unpaidSeconds: Seconds;
  /** What holding to the plan took off the clocked time; negative where it forgave. */
  readonly heldSeconds: number;
  /** What rounding took off the clocked time; negative where it added. */
  readonly roundingSeconds: number;
  readonly reasons: readonly ShiftReason[];
}

export interface Computed {
  readonly shifts: readonly ComputedShift[];
  readonly segments: readonly Segment[];
  readonly lines: readonly Line[];
  readonly exceptions: readonly Exception[];
  /** Why lines beyond single shifts are what they are: overtime, guarantees, leave. */
  readonly reasons: readonly DayReason[];
}

/**
 * The workdays that a span hangs together with: whole workweeks, cycles, pay periods and the weeks that an average looks back on. Which
 * punches bear on them, `unbrokenAround` says.
 */
export function inputSpan(
  first: Workday,
  last: Workday,
  editions: Editions,
  payPeriods: readonly DaySpan[] = [],
): DaySpan {
  let from: number = first;
  let to: number = last;
  for (const { workday, overtime, exceptions } of editions.rulebooks) {
    from = Math.min(from, workweekOf(first, workday.weekStartsOn));
    to = Math.max(to, workweekOf(last, workday.weekStartsOn) + 6);
    const average = exceptions.get('average-over');
    if (average !== undefined)
      from = Math.min(from, workweekOf(first, workday.weekStartsOn) - 7 * (average.weeks - 1));
    for (const { basis } of overtime) {
      if (basis.name === 'pay period') {
        for (const period of payPeriods) {
          if (period.last < first || period.first > last) continue;
          from = Math.min(from, period.first);
          to = Math.max(to, period.last);
        }
      }
      if (basis.name !== 'cycle') continue;
      from = Math.min(from, basis.bucketOfDay!(first, undefined as never)!);
      to = Math.max(to, basis.bucketOfDay!(last, undefined as never)! + basis.reachDays);
    }
  }
  return { first: from as Workday, last: to as Workday };
}

/**
 * One person's shifts, segments, lines and exceptions. Pure: the same input in any order gives the same result, and
 * nothing but the input is read.
 *
 * @param explain also builds the reasons of every number
 */
export function compute(input: PersonInput, explain = false): Computed {
  const { editions, zones, first, last } = input;
  const plans = inOrder(input.plans);
  const leave = input.leave ?? NO_LEAVE;
  const calendar = input.calendar ?? NO_CALENDAR;
  const corrections = sortCorrections(input.corrections);
  const overtimeReasons: OvertimeReason[] | null = explain ? [] : null;
  const rulesOn = (day: Workday) => editions.on(day);
  const rules = togetherOf(editions);

  const punches = effectivePunches(input.punches, corrections);
  const { pairing } = editions;
  const shifts = pair(
    punches,
    (punch) => pairing ?? editions.pairingAt(punch.at, zones.of(punch.zone)),
    input.asOf,
  );
  const starts = shifts.map((shift) => startOf(shift, zones, editions));
  const matches = matchPlans(shifts, plans, (i) => starts[i]!.rulebook.hold.reachSeconds);
  const held = shifts.map((shift, i) =>
    matches[i] === null ? NOT_HELD : holdToPlan(shift, matches[i]!, starts[i]!.rulebook.hold),
  );
  const rounded = roundAll(shifts, starts, held);
  const computed: AssignedShift[] = [];
  let segments: WorkSegment[] = [];
  for (let i = 0; i < shifts.length; i++) {
    const shift = shifts[i]!;
    const { rulebook, offsets } = starts[i]!;
    const breaks = takeBreaks(shift, starts[i]!, rounded[i]!, rulebook.breaks, corrections.canceledMeals);
    const before = segments.length;
    // Before the segments are cut in place, what they pay is added up.
    computed.push(account(shift, starts[i]!, matches[i]!, held[i]!, rounded[i]!, breaks));
    const ends = unpairedEnds(shift);
    assignWorkday(breaks.worked, ends.first, ends.last, rulebook.workday, offsets, segments);
    if (segments.length > before) computed[i]!.workday = segments[before]!.workday;
  }

  const payPeriods = input.payPeriods ?? [{ first, last }];
  const { days: workedDays, inOrder: daysInOrder } = daysOf(segments);
  segments = classify(
    segments,
    rules.overtime,
    (weekStartsOn) => ({
      weekStartsOn,
      calendar,
      plans,
      leave,
      payPeriods,
      workedDays,
      daysInOrder,
    }),
    overtimeReasons,
  );
  segments = addPremiums(segments, rules.premiums, (day) => rulesOn(day).premiums, calendar, workedDays);
  const guaranteed = guarantees(computed, plans, rules.hasGuarantees, (day) => {
    const rulebook = rulesOn(day);
    return { guarantees: rulebook.guarantees, weekStartsOn: rulebook.workday.weekStartsOn };
  });
  const exceptions = findExceptions(
    {
      shifts: computed,
      segments,
      plans,
      leave,
      crew: input.crew ?? NO_CREW,
      sites: input.sites ?? NO_SITES,
      approved: corrections.approved,
      zones,
      asOf: input.asOf,
      rulesOn: (day) => {
        const { pairing, workday, exceptions: looked } = rulesOn(day);
        return {
          longestSpellSeconds: pairing.longestSpellSeconds,
          weekStartsOn: workday.weekStartsOn,
          workday,
          exceptions: looked,
        };
      },
    },
    rules.exceptions,
  );
  return {
    shifts: explain ? withReasons(computed, segments, starts) : computed,
    segments,
    lines: sumLines(segments, guaranteed, leave, (day) => rulesOn(day).lines, first, last),
    exceptions: within(exceptions, first, last),
    reasons: [
      ...(overtimeReasons ?? []),
      ...guaranteed,
      ...leave.map((day) => ({ step: 'leave' as const, ...day })),
    ],
  };
}

/** Those that can change a workday of the span; one whose own day lies outside it stands on the nearest day inside. */
function within(exceptions: readonly Exception[], first: Workday, last: Workday): Exception[] {
  const inside: Exception[] = [];
  for (const exception of exceptions) {
    const { workday, reaches } = exception;
    if (workday >= first && workday <= last) inside.push(exception);
    else if (reaches.first <= last && reaches.last >= first)
      inside.push({ ...exception, workday: workday < first ? first : last });
  }
  return inside;
}

/** A shift whose workday is still to be found out. */
type AssignedShift = Omit<ComputedShift, 'workday'> & { workday: Workday };

/** Where a shift starts: the day on the wall clock, and the edition in force there. */
interface ShiftStart extends SegmentShift {
  readonly punch: EffectivePunch;
  readonly offsets: ZoneOffsets;
  readonly rulebook: CompiledRulebook;
  readonly workday: Workday;
}

function startOf(shift: Shift, zones: ZoneTables, editions: Editions): ShiftStart {
  const punch = firstPunch(shift);
  const offsets = zones.of(punch.zone);
  const rulebook = editions.at(punch.at, offsets);
  return { punch, offsets, rulebook, workday: workdayAt(punch.at, rulebook.workday, offsets) };
}

function inOrder(plans: readonly Plan[]): readonly Plan[] {
  for (let i = 1; i < plans.length; i++)
    if (plans[i]!.startsAt < plans[i - 1]!.startsAt)
      return [...plans].sort((a, b) => a.startsAt - b.startsAt);
  return plans;
}

/** Every shift rounded; the last of a workday takes what rounding the day's total changes. */
function roundAll(
  shifts: readonly Shift[],
  starts: readonly ShiftStart[],
  held: readonly Held[],
): RoundedSpell[][] {
  const rounded: RoundedSpell[][] = [];
  const roundsDays = starts.some(({ rulebook }) => rulebook.rounding.day !== null);
  let notBefore = instant(Number.NEGATIVE_INFINITY);
  let dayTotal = 0;
  for (let i = 0; i < shifts.length; i++) {
    const { rulebook, offsets, workday } = starts[i]!;
    let spells = round(shifts[i]!, held[i]!, rulebook.rounding, offsets, notBefore);
    if (roundsDays) {
      if (starts[i - 1]?.workday !== workday) dayTotal = 0;
      if (rulebook.rounding.day !== null && starts[i + 1]?.workday !== workday)
        spells = roundTotal(spells, dayTotal, rulebook.rounding.day);
      for (const { start, end } of spells) dayTotal += end - start;
    }
    if (spells.length > 0) notBefore = spells[spells.length - 1]!.end;
    rounded.push(spells);
  }
  return rounded;
}

const NO_LEAVE: readonly Leave[] = [];
const NO_CREW: readonly CrewShift[] = [];
const NO_SITES: ReadonlyMap<SiteId, Position> = new Map();
const NO_REASONS: readonly ShiftReason[] = [];
const NO_ENDS = { first: Number.POSITIVE_INFINITY, last: Number.NEGATIVE_INFINITY };

/** The earliest and latest punch without a partner: it starts or ends the shift as much as one that has one. */
function unpairedEnds(shift: Shift): { first: number; last: number } {
  if (shift.missingOut.length === 0 && shift.missingIn.length === 0) return NO_ENDS;
  let { first, last } = NO_ENDS;
  for (const punches of [shift.missingOut, shift.missingIn]) {
    for (const { at } of punches) {
      if (at < first) first = at;
      if (at > last) last = at;
    }
  }
  return { first, last };
}

/** One shift with its sums: clocked = payable + unpaid + held + rounding, to the second. */
function account(
  shift: Shift,
  start: ShiftStart,
  match: PlanMatch | null,
  held: Held,
  rounded: readonly RoundedSpell[],
  breaks: Breaks,
): AssignedShift {
  const { spells } = shift;
  let payable = 0;
  let unpaid = 0;
  let clocked = 0;
  let kept = 0;
  let heldOff = 0;
  for (const stretch of breaks.worked) payable += stretch.end - stretch.start;
  for (const gap of breaks.unpaid) if (gap.kind !== 'away') unpaid += gap.end - gap.start;
  for (let i = 0; i < spells.length; i++) {
    clocked += spells[i]!.out.at - spells[i]!.in.at;
    kept += rounded[i]!.end - rounded[i]!.start;
    if (i === 0) continue;
    const gap = rounded[i]!.start - rounded[i - 1]!.end;
    // Going away is not clocked, unless it is short enough to be a paid rest.
    if (gap > 0 && isAway(breaks, rounded[i - 1]!.end)) continue;
    clocked += spells[i]!.in.at - spells[i - 1]!.out.at;
    if (gap > 0 && gapKind(spells[i - 1]!, spells[i]!) !== null) kept += gap;
  }
  if (held.start !== null) heldOff += held.start - spells[0]!.in.at;
  if (held.end !== null) heldOff += spells[spells.length - 1]!.out.at - held.end;
  return {
    workday: start.workday,
    zone: start.punch.zone,
    rulebook: start.rulebook,
    match,
    held,
    spells,
    missingOut: shift.missingOut,
    missingIn: shift.missingIn,
    onTheClock: shift.onTheClock,
    repeats: shift.repeats,
    rounded,
    breaks,
    clockedSeconds: seconds(clocked),
    payableSeconds: seconds(payable),
    unpaidSeconds: seconds(unpaid),
    heldSeconds: heldOff,
    roundingSeconds: clocked - heldOff - kept,
    reasons: NO_REASONS,
  };
}

function isAway({ unpaid }: Breaks, start: Instant): boolean {
  for (const gap of unpaid) if (gap.kind === 'away' && gap.start === start) return true;
  return false;
}

/**
 * The workdays of segments, ascending, each once, and whether they follow one another as the segments do. They may not, where editions or sites
 * have other lines between days: one shift counts for the day it ends, and the next, by another line, for the day before.
 */
function daysOf(segments: readonly Segment[]): { days: Workday[]; inOrder: boolean } {
  const days: Workday[] = [];
  let inOrder = true;
  for (let i = 0; i < segments.length; i++) {
    const { workday } = segments[i]!;
    const latest = days[days.length - 1];
    if (latest === undefined || latest < workday) days.push(workday);
    else if (latest > workday) inOrder = false;
  }
  if (inOrder) return { days, inOrder };
  const all = new Set(segments.map(({ workday }) => workday));
  return { days: [...all].sort((a, b) => a - b), inOrder };
}

/** What the editions in force say, put together once for everybody who works under them. */
interface Together {
  readonly overtime: readonly RulesInForce[];
  readonly premiums: readonly CompiledRulebook['premiums'][];
  readonly exceptions: readonly CompiledRulebook['exceptions'][];
  readonly hasGuarantees: boolean;
}
const together = new WeakMap<Editions, Together>();

function togetherOf(editions: Editions): Together {
  let all = together.get(editions);
  if (all === undefined) {
    const { rulebooks } = editions;
    all = {
      overtime: rulebooks.map((rulebook) => ({
        rules: rulebook.overtime,
        meeting: rulebook.meeting,
        weekStartsOn: rulebook.workday.weekStartsOn,
        owns: editions.isSingle ? null : (firstDay: number) => editions.on(firstDay) === rulebook,
      })),
      premiums: rulebooks.map(({ premiums }) => premiums),
      exceptions: rulebooks.map(({ exceptions }) => exceptions),
      hasGuarantees: rulebooks.some(({ guarantees: rules }) => rules.length > 0),
    };
    together.set(editions, all);
  }
  return all;
}

function withReasons(
  shifts: readonly ComputedShift[],
  segments: readonly Segment[],
  starts: readonly ShiftStart[],
): ComputedShift[] {
  const byShift = new Map<SegmentShift, Segment[]>(starts.map((start) => [start, []]));
  for (const segment of segments) byShift.get(segment.shift)?.push(segment);
  let notBefore: Instant | null = null;
  return shifts.map((shift, i) => {
    const start = starts[i]!;
    const reasons = explainShift(shift, byShift.get(start)!, notBefore, start.offsets);
    notBefore = shift.rounded[shift.rounded.length - 1]?.end ?? notBefore;
    return { ...shift, reasons };
  });
}
