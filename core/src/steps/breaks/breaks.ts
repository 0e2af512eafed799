import { cutOff, lengthOf, segmentOf } from '../../card/cut.ts';
import type { SegmentShift, WorkSegment } from '../../card/segment.ts';
import { itemAt, lastOf } from '../../time/item-at.ts';
import { type Instant, instant, SECONDS_PER_DAY, seconds, wallClock } from '../../time/units.ts';
import { firstInstantOf, instantsOf, wallOf, type ZoneOffsets } from '../../time/zone.ts';
import type { Shift, Spell } from '../pair/types.ts';
import type { RoundedSpell } from '../round/round.ts';
import { faultsOf, type TakenMeal } from './meals-due.ts';
import type { AutomaticMeal, BreakRules, Breaks, UnpaidBreak } from './types.ts';

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

/**
 * Step 5. A shift's rounded spells with its breaks taken out. A gap up to the paid length is paid, whatever it is called
 * (29 CFR 785.18, recalled from memory), or as far as the shift's allowance goes; a punched meal is unpaid from its least length on.
 * Then the automatic meal: by the last tier that the work reaches, beside what was punched as the rule says, cut out where
 * the rule places it. Last, the meals that were due.
 *
 * @param from the shift, as its segments know it
 * @param canceled instants within meals that corrections pay
 */
export function takeBreaks(
  shift: Shift,
  from: SegmentShift,
  spells: readonly RoundedSpell[],
  rules: BreakRules,
  canceled: readonly Instant[],
): Breaks {
  let worked: WorkSegment[] = [];
  const unpaid: UnpaidBreak[] = [];
  let paid = NONE_PAID;
  const meals: TakenMeal[] | null = rules.mealsDue.length > 0 ? [] : null;
  let workedSeconds = 0;
  let unpaidMealSeconds = 0;
  let breakOver = 0;
  let allowanceLeft: number = rules.allowanceSeconds ?? 0;
  for (let i = 0; i < spells.length; i++) {
    const { start, end } = itemAt(spells, i);
    if (i > 0) {
      const last = itemAt(spells, i - 1).end;
      const gap = gapOf(shift, i, start - last, allowanceLeft, rules, canceled);
      if (gap !== null) {
        const paidUntil = instant(last + gap.paidSeconds);
        if (gap.paidSeconds > 0) {
          paid = [...paid, { start: last, end: paidUntil }];
          worked.push(segmentOf(last, paidUntil, from, itemAt(shift.spells, i - 1).in));
          workedSeconds += gap.paidSeconds;
          if (gap.fromAllowance) allowanceLeft -= gap.paidSeconds;
        }
        if (paidUntil < start) {
          unpaid.push({ start: paidUntil, end: start, kind: gap.kind });
          if (gap.isMeal) unpaidMealSeconds += start - paidUntil;
          if (gap.kind === 'break') breakOver += start - paidUntil;
        }
        if (meals !== null && gap.isMeal)
          meals.push({ at: last, seconds: start - last, workBefore: workedSeconds - gap.paidSeconds });
      }
    }
    if (end > start) {
      worked.push(segmentOf(start, end, from, itemAt(shift.spells, i).in));
      workedSeconds += end - start;
    }
  }
  const meal = rules.automaticMeal;
  let take = 0;
  let automaticCanceled = false;
  if (meal !== null && worked.length > 0) {
    take = automaticSeconds(meal, workedSeconds, unpaidMealSeconds);
    if (take > 0) {
      automaticCanceled = canceled.length > 0 && cancelsAutomatic(shift, canceled);
      if (!automaticCanceled) {
        const start = mealStart(meal, worked, take, from.start.offsets);
        if (meals !== null) insertMeal(meals, worked, start, take);
        worked = cutOut(worked, take, start, unpaid);
        workedSeconds -= take;
      }
    }
  }
  return {
    worked,
    unpaid,
    paid,
    breakOverSeconds: seconds(breakOver),
    mealFaults: meals === null ? NO_FAULTS : faultsOf(rules.mealsDue, meals, worked, seconds(workedSeconds)),
    automaticSeconds: seconds(take),
    automaticCanceled,
  };
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

function automaticSeconds(meal: AutomaticMeal, worked: number, unpaid: number): number {
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

/** Puts the automatic meal among the punched ones, by time. */
function insertMeal(meals: TakenMeal[], worked: readonly WorkSegment[], start: number, take: number): void {
  let workBefore = 0;
  for (const stretch of worked) workBefore += Math.max(0, Math.min(stretch.end, start) - stretch.start);
  const place = meals.findIndex((meal) => meal.at > start);
  meals.splice(place < 0 ? meals.length : place, 0, { at: instant(start), seconds: take, workBefore });
}

/** The stretches without `take` seconds of work from an instant on; what is taken goes to `unpaid`. */
function cutOut(worked: WorkSegment[], take: number, from: number, unpaid: UnpaidBreak[]): WorkSegment[] {
  const kept: WorkSegment[] = [];
  let left = take;
  for (let stretch of worked) {
    const start = Math.max(stretch.start, from);
    const end = Math.min(stretch.end, start + left);
    if (left <= 0 || end <= start) {
      kept.push(stretch);
      continue;
    }
    unpaid.push({ start: instant(start), end: instant(end), kind: 'automatic-meal' });
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
