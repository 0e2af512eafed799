import type { Shift, Spell } from '../pair/types.ts';
import type { RoundedSpell } from '../round/round.ts';
import { type Instant, instant, SECONDS_PER_DAY, type Seconds, seconds } from '../units.ts';
import { wallOf, type ZoneOffsets } from '../zone/zone.ts';
import type { Stretch } from './types.ts';

export interface AutomaticMeal {
  /** Work over this many seconds takes this much off; the last tier reached counts. */
  readonly tiers: readonly { readonly overSeconds: Seconds; readonly takeSeconds: Seconds }[];
  readonly besidePunched: 'skip' | 'top up' | 'take as well';
  readonly placed:
    | { readonly at: 'clock time'; readonly clockSeconds: Seconds }
    | { readonly at: 'after work'; readonly afterSeconds: Seconds }
    | { readonly at: 'end' };
}

export interface BreakRules {
  readonly paidUpToSeconds: Seconds;
  readonly automaticMeal: AutomaticMeal | null;
}

/** A stretch inside a shift that is not paid. */
export interface UnpaidBreak {
  readonly start: Instant;
  readonly end: Instant;
  /** `away`: out and in again without saying why; it is not clocked either. */
  readonly kind: 'meal' | 'break' | 'away' | 'automatic-meal';
}

export interface Breaks {
  /** What is left to pay, in order. */
  readonly worked: Stretch[];
  readonly unpaid: UnpaidBreak[];
  /** Breaks short enough to be paid. */
  readonly paid: { readonly start: Instant; readonly end: Instant }[];
}

/** What lies between two spells of a shift. */
export function gapKind(before: Spell, after: Spell): 'meal' | 'break' | 'away' {
  if (before.out.kind === 'meal-out' || after.in.kind === 'meal-in') return 'meal';
  if (before.out.kind === 'break-out' || after.in.kind === 'break-in') return 'break';
  return 'away';
}

/**
 * Step 5. A shift's rounded spells with its breaks taken out. A gap up to the paid length is paid, whatever it is called
 * (29 CFR 785.18, recalled from memory); a longer one is not. Then the automatic meal: by the last tier that the work
 * reaches, beside what was punched as the rule says, cut out where the rule places it.
 */
export function takeBreaks(
  shift: Shift,
  spells: readonly RoundedSpell[],
  rules: BreakRules,
  offsets: ZoneOffsets,
): Breaks {
  const worked: Stretch[] = [];
  const unpaid: UnpaidBreak[] = [];
  const paid: Breaks['paid'] = [];
  let workedSeconds = 0;
  let unpaidSeconds = 0;
  for (let i = 0; i < spells.length; i++) {
    const { start, end } = spells[i]!;
    const { job, department } = shift.spells[i]!.in;
    if (i > 0) {
      const last = spells[i - 1]!.end;
      const length = start - last;
      if (length > rules.paidUpToSeconds) {
        unpaid.push({ start: last, end: start, kind: gapKind(shift.spells[i - 1]!, shift.spells[i]!) });
        unpaidSeconds += length;
      } else if (length > 0) {
        paid.push({ start: last, end: start });
        worked.push({
          start: last,
          end: start,
          job: shift.spells[i - 1]!.in.job,
          department: shift.spells[i - 1]!.in.department,
        });
        workedSeconds += length;
      }
    }
    if (end > start) {
      worked.push({ start, end, job, department });
      workedSeconds += end - start;
    }
  }
  const meal = rules.automaticMeal;
  if (meal === null || worked.length === 0) return { worked, unpaid, paid };
  const take = mealSeconds(meal, seconds(workedSeconds), seconds(unpaidSeconds));
  if (take <= 0) return { worked, unpaid, paid };
  return { worked: cut(worked, take, mealStart(meal, worked, take, offsets), unpaid), unpaid, paid };
}

function mealSeconds(meal: AutomaticMeal, worked: Seconds, unpaid: Seconds): number {
  let take = 0;
  for (const tier of meal.tiers) if (worked > tier.overSeconds) take = tier.takeSeconds;
  if (unpaid > 0 && meal.besidePunched === 'skip') take = 0;
  if (meal.besidePunched === 'top up') take -= unpaid;
  return Math.min(take, worked);
}

/** Where the meal starts: as placed, but never so late that it would not fit into the shift. */
function mealStart(
  meal: AutomaticMeal,
  worked: readonly Stretch[],
  take: number,
  offsets: ZoneOffsets,
): number {
  const placed = meal.placed;
  const latest = backFromEnd(worked, take);
  if (placed.at === 'end') return latest;
  if (placed.at === 'after work') {
    let left: number = placed.afterSeconds;
    for (const stretch of worked) {
      if (left < stretch.end - stretch.start) return Math.min(stretch.start + left, latest);
      left -= stretch.end - stretch.start;
    }
    return latest;
  }
  const start = worked[0]!.start;
  const intoDay = wallOf(offsets, start) % SECONDS_PER_DAY;
  const ahead = (placed.clockSeconds - intoDay + SECONDS_PER_DAY) % SECONDS_PER_DAY;
  return Math.min(start + ahead, latest);
}

/** The instant after which exactly `take` seconds of work are left. */
function backFromEnd(worked: readonly Stretch[], take: number): number {
  let left = take;
  for (let i = worked.length - 1; i >= 0; i--) {
    const { start, end } = worked[i]!;
    if (left <= end - start) return end - left;
    left -= end - start;
  }
  return worked[0]!.start;
}

/** The stretches without `take` seconds of work from an instant on; what is taken goes to `unpaid`. */
function cut(worked: readonly Stretch[], take: number, from: number, unpaid: UnpaidBreak[]): Stretch[] {
  const kept: Stretch[] = [];
  let left = take;
  for (const stretch of worked) {
    const start = Math.max(stretch.start, from);
    const end = Math.min(stretch.end, start + left);
    if (left <= 0 || end <= start) {
      kept.push(stretch);
      continue;
    }
    if (start > stretch.start) kept.push({ ...stretch, end: instant(start) });
    unpaid.push({ start: instant(start), end: instant(end), kind: 'automatic-meal' });
    if (end < stretch.end) kept.push({ ...stretch, start: instant(end) });
    left -= end - start;
  }
  return kept;
}
