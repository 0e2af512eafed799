import { cutOff } from '../../card/cut.ts';
import type { WorkSegment } from '../../card/segment.ts';
import { instant } from '../../time/units.ts';
import type { TakenMeal } from './meals-due.ts';
import type { Breaks, UnpaidBreak } from './types.ts';

/** A shift while its breaks are taken out: one object a shift, filled in place. */
export interface Taking {
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

/** Seconds of work between two instants. */
export function workIn(worked: readonly WorkSegment[], from: number, to: number): number {
  let sum = 0;
  for (const { start, end } of worked) sum += Math.max(0, Math.min(end, to) - Math.max(start, from));
  return sum;
}

/** Puts a meal among the others, by time. */
export function insertMeal(meals: TakenMeal[], meal: TakenMeal): void {
  const place = meals.findIndex((other) => other.at > meal.at);
  meals.splice(place < 0 ? meals.length : place, 0, meal);
}

/** The stretches without `take` seconds of work from an instant on; what is taken goes to `unpaid`. */
export function cutOut(
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
