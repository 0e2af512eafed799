import { cutOff, lengthOf, segmentOf } from '../../card/cut.ts';
import type { SegmentShift, WorkSegment } from '../../card/segment.ts';
import { itemAt, lastOf } from '../../time/item-at.ts';
import { type Instant, instant, SECONDS_PER_DAY, seconds, wallClock } from '../../time/units.ts';
import { firstInstantOf, instantsOf, wallOf, type ZoneOffsets } from '../../time/zone.ts';
import type { Shift, Spell } from '../pair/types.ts';
import type { RoundedSpell } from '../round/round.ts';
import { faultsOf, type TakenMeal } from './meals-due.ts';
import type { AutomaticMeal, BreakRules, Breaks, StatedBreaks, UnpaidBreak } from './types.ts';

/** What lies between two spells of a shift; null where they touch, as at a job change. */
export function gapKind(before: Spell, after: Spell): 'meal' | 'break' | 'away' | null {
  if (before.out.at === after.in.at) return null;
  if (before.out.kind === 'meal-out' || after.in.kind === 'meal-in') return 'meal';
  if (before.out.kind === 'break-out' || after.in.kind === 'break-in') return 'break';
  return 'away';
}

/** How a gap between two rounded spells is treated: what it is called, and how much of its beginning is paid. */
interface Gap {
  readonly kind: 'meal' | 'break' | 'away';
  readonly paidSeconds: number;
  /** What is paid of it draws on the shift's allowance. */
  readonly fromAllowance: boolean;
  /** Somebody had a meal in it: it is one of those that may be due. */
  readonly isMeal: boolean;
}

/** A gap of zero or less is none. */
function gapOf(
  shift: Shift,
  i: number,
  length: number,
  allowanceLeft: number,
  rules: BreakRules,
  canceled: readonly Instant[],
): Gap | null {
  if (length <= 0) return null;
  const before = itemAt(shift.spells, i - 1);
  const after = itemAt(shift.spells, i);
  const kind = gapKind(before, after);
  if (kind === null) return null;
  const isShort = length <= rules.paidUpToSeconds;
  if (kind === 'break' || (kind === 'away' && isShort)) {
    const fromAllowance = rules.allowanceSeconds !== null;
    const paidSeconds = fromAllowance ? Math.min(length, allowanceLeft) : isShort ? length : 0;
    return { kind: 'break', paidSeconds, fromAllowance, isMeal: false };
  }
  // Long enough not to be paid, unless a correction pays it: then somebody worked through it.
  const isLong = kind === 'away' || length >= rules.mealUnpaidFromSeconds;
  const isCanceled = isLong && canceled.some((at) => at >= before.out.at && at < after.in.at);
  const paidSeconds = isCanceled || !isLong ? length : 0;
  return { kind, paidSeconds, fromAllowance: false, isMeal: !isCanceled };
}

const NONE_PAID: Breaks['paid'] = [];
const NO_FAULTS: Breaks['mealFaults'] = [];

/** A shift while its breaks are taken out: one object a shift, filled in place. */
interface Taking {
  worked: WorkSegment[];
  readonly unpaid: UnpaidBreak[];
  paid: Breaks['paid'];
  /** Null where none is due, so that nobody asks for them. */
  readonly meals: TakenMeal[] | null;
  workedSeconds: number;
  unpaidMealSeconds: number;
  breakOverSeconds: number;
  allowanceLeft: number;
}

/**
 * Step 5. A shift's rounded spells with its breaks taken out. A gap up to the paid length is paid, whatever it is called
 * (29 CFR 785.18, recalled from memory), or as far as the shift's allowance goes; a punched meal is unpaid from its least length on.
 * Then what corrections state: time not worked, and meals that were not punched. Then the automatic meal: by the last tier that the work
 * reaches, beside what was punched as the rule says, cut out where the rule places it. Last, the meals that were due.
 *
 * @param from the shift, as its segments know it
 * @param stated what corrections say of meals and of work
 */
export function takeBreaks(
  shift: Shift,
  from: SegmentShift,
  spells: readonly RoundedSpell[],
  rules: BreakRules,
  stated: StatedBreaks,
): Breaks {
  const taking: Taking = {
    worked: [],
    unpaid: [],
    paid: NONE_PAID,
    meals: rules.mealsDue.length > 0 ? [] : null,
    workedSeconds: 0,
    unpaidMealSeconds: 0,
    breakOverSeconds: 0,
    allowanceLeft: rules.allowanceSeconds ?? 0,
  };
  for (let i = 0; i < spells.length; i++) {
    const { start, end } = itemAt(spells, i);
    if (i > 0) takeGap(taking, shift, i, itemAt(spells, i - 1).end, start, from, rules, stated);
    if (end <= start) continue;
    taking.worked.push(segmentOf(start, end, from, itemAt(shift.spells, i).in));
    taking.workedSeconds += end - start;
  }
  if (stated.notWorked.length > 0 || stated.meals.length > 0) takeStated(taking, stated);
  const { automaticMeal } = rules;
  const automaticSeconds =
    automaticMeal === null
      ? 0
      : automaticLength(automaticMeal, taking.workedSeconds, taking.unpaidMealSeconds);
  const automaticCanceled =
    automaticSeconds > 0 && stated.canceledMeals.length > 0 && cancelsAutomatic(shift, stated.canceledMeals);
  if (automaticMeal !== null && automaticSeconds > 0 && !automaticCanceled)
    takeAutomatic(taking, automaticMeal, automaticSeconds, from.start.offsets);
  const { worked, unpaid, paid, meals } = taking;
  return {
    worked,
    unpaid,
    paid,
    breakOverSeconds: seconds(taking.breakOverSeconds),
    mealFaults:
      meals === null ? NO_FAULTS : faultsOf(rules.mealsDue, meals, worked, seconds(taking.workedSeconds)),
    automaticSeconds: seconds(automaticSeconds),
    automaticCanceled,
  };
}

/** The gap before a spell, from the end of the one before it: what of it is paid is work, what is not is a break or a meal. */
function takeGap(
  taking: Taking,
  shift: Shift,
  i: number,
  last: Instant,
  start: Instant,
  from: SegmentShift,
  rules: BreakRules,
  { canceledMeals }: StatedBreaks,
): void {
  const gap = gapOf(shift, i, start - last, taking.allowanceLeft, rules, canceledMeals);
  if (gap === null) return;
  const { kind, paidSeconds } = gap;
  if (gap.isMeal) taking.meals?.push({ at: last, seconds: start - last, workBefore: taking.workedSeconds });
  const paidUntil = instant(last + paidSeconds);
  if (paidSeconds > 0) {
    taking.paid = [...taking.paid, { start: last, end: paidUntil }];
    taking.worked.push(segmentOf(last, paidUntil, from, itemAt(shift.spells, i - 1).in));
    taking.workedSeconds += paidSeconds;
    if (gap.fromAllowance) taking.allowanceLeft -= paidSeconds;
  }
  if (paidUntil >= start) return;
  taking.unpaid.push({ start: paidUntil, end: start, kind });
  if (gap.isMeal) taking.unpaidMealSeconds += start - paidUntil;
  if (kind === 'break') taking.breakOverSeconds += start - paidUntil;
}

/** What corrections state is taken out of the work: first what was not worked, then meals. */
function takeStated(taking: Taking, { notWorked, meals }: StatedBreaks): void {
  const takeOut = ({ from, to }: StatedBreaks['meals'][number], kind: UnpaidBreak['kind']): number => {
    const inside = workIn(taking.worked, from, to);
    if (inside > 0) taking.worked = cutOut(taking.worked, inside, from, kind, taking.unpaid);
    taking.workedSeconds -= inside;
    return inside;
  };
  for (const stretch of notWorked) takeOut(stretch, 'not-worked');
  for (const meal of meals) {
    const off = takeOut(meal, 'meal');
    if (off === 0) continue;
    taking.unpaidMealSeconds += off;
    if (taking.meals !== null) insertMeal(taking.meals, { at: meal.from, seconds: off, workBefore: 0 });
  }
  const { meals: taken } = taking;
  // Less was worked before those that were punched, too.
  taken?.forEach((meal, i) => {
    taken[i] = { ...meal, workBefore: workIn(taking.worked, Number.NEGATIVE_INFINITY, meal.at) };
  });
}

/** Seconds of work between two instants. */
function workIn(worked: readonly WorkSegment[], from: number, to: number): number {
  let sum = 0;
  for (const { start, end } of worked) sum += Math.max(0, Math.min(end, to) - Math.max(start, from));
  return sum;
}

function takeAutomatic(taking: Taking, meal: AutomaticMeal, take: number, offsets: ZoneOffsets): void {
  const { worked, meals } = taking;
  const start = mealStart(meal, worked, take, offsets);
  const workBefore = workIn(worked, Number.NEGATIVE_INFINITY, start);
  if (meals !== null) insertMeal(meals, { at: instant(start), seconds: take, workBefore });
  taking.worked = cutOut(worked, take, start, 'automatic-meal', taking.unpaid);
  taking.workedSeconds -= take;
}

/** True where an instant lies within the shift, but in none of its gaps. */
function cancelsAutomatic(shift: Shift, canceled: readonly Instant[]): boolean {
  const { spells } = shift;
  return canceled.some(
    (at) =>
      at >= itemAt(spells, 0).in.at &&
      at <= lastOf(spells).out.at &&
      !spells.some((spell, i) => i > 0 && at >= itemAt(spells, i - 1).out.at && at < spell.in.at),
  );
}

/** How much the automatic meal takes off: by the last tier that the work reaches, beside the unpaid meals that were punched. */
function automaticLength(meal: AutomaticMeal, worked: number, unpaid: number): number {
  let take = 0;
  for (const tier of meal.tiers) if (worked > tier.overSeconds) take = tier.takeSeconds;
  if (unpaid > 0 && meal.besidePunched === 'skip') take = 0;
  if (meal.besidePunched === 'top up') take -= unpaid;
  return Math.max(0, Math.min(take, worked));
}

/** Where the meal starts: as placed, but never so late that it would not fit into the shift. */
function mealStart(
  meal: AutomaticMeal,
  worked: readonly WorkSegment[],
  take: number,
  offsets: ZoneOffsets,
): number {
  const placed = meal.placed;
  const latest = backFromEnd(worked, take);
  if (placed.at === 'end') return latest;
  if (placed.at === 'after work') {
    let left: number = placed.afterSeconds;
    for (const stretch of worked) {
      if (left < lengthOf(stretch)) return Math.min(stretch.start + left, latest);
      left -= lengthOf(stretch);
    }
    return latest;
  }
  return Math.min(nextShowing(placed.clockSeconds, itemAt(worked, 0).start, offsets), latest);
}

/** The first instant from another on at which the wall clock shows this time of day or, where it is skipped, more. */
function nextShowing(clockSeconds: number, from: Instant, offsets: ZoneOffsets): number {
  const today = Math.floor(wallOf(offsets, from) / SECONDS_PER_DAY);
  for (let date = today; ; date++) {
    const wall = wallClock(date * SECONDS_PER_DAY + clockSeconds);
    const shown = instantsOf(offsets, wall);
    for (const at of shown.length > 0 ? shown : [firstInstantOf(offsets, wall)]) if (at >= from) return at;
  }
}

/** The instant after which exactly `take` seconds of work are left. */
function backFromEnd(worked: readonly WorkSegment[], take: number): number {
  let left = take;
  for (let i = worked.length - 1; i >= 0; i--) {
    const { start, end } = itemAt(worked, i);
    if (left <= end - start) return end - left;
    left -= end - start;
  }
  return itemAt(worked, 0).start;
}

/** Puts a meal among the others, by time. */
function insertMeal(meals: TakenMeal[], meal: TakenMeal): void {
  const place = meals.findIndex((other) => other.at > meal.at);
  meals.splice(place < 0 ? meals.length : place, 0, meal);
}

/** The stretches without `take` seconds of work from an instant on; what is taken goes to `unpaid`. */
function cutOut(
  worked: WorkSegment[],
  take: number,
  from: number,
  kind: UnpaidBreak['kind'],
  unpaid: UnpaidBreak[],
): WorkSegment[] {
  const kept: WorkSegment[] = [];
  let left = take;
  for (let stretch of worked) {
    const start = Math.max(stretch.start, from);
    const end = Math.min(stretch.end, start + left);
    if (left <= 0 || end <= start) {
      kept.push(stretch);
      continue;
    }
    unpaid.push({ start: instant(start), end: instant(end), kind });
    left -= end - start;
    if (start > stretch.start) {
      kept.push(stretch);
      stretch = cutOff(stretch, instant(start));
    }
    if (end < stretch.end) {
      stretch.start = instant(end);
      kept.push(stretch);
    }
  }
  return kept;
}
