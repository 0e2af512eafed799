import { type Instant, readTimeEntry, type ZoneOffsets } from '@heath/core';
import { clockTime } from '../../../ui/text/format.ts';

/** Time from one instant to another. */
export interface Stretch {
  readonly from: Instant;
  readonly to: Instant;
}

/**
 * Reads a meal typed as two times on the wall clock, within a stretch of work. Returns null where neither is typed; else what is wrong: its
 * begin or its end is no time, or it does not end within the stretch.
 */
export function readMeal(
  { mealFrom, mealTo }: { readonly mealFrom: string; readonly mealTo: string },
  { from, to }: Stretch,
  offsets: ZoneOffsets,
): Stretch | null | 'begin' | 'end' | 'outside' {
  if (mealFrom.trim() === '' && mealTo.trim() === '') return null;
  const start = readTimeEntry(mealFrom, from, 'after', offsets);
  if (!start.ok) return 'begin';
  const end = readTimeEntry(mealTo, start.at, 'after', offsets);
  if (!end.ok) return 'end';
  return end.at < to ? { from: start.at, to: end.at } : 'outside';
}

/** Says that a meal lies outside of a stretch: `The meal lies outside of 22:00 to 06:00.` */
export const outsideOf = ({ from, to }: Stretch, offsets: ZoneOffsets): string =>
  `The meal lies outside of ${clockTime(from, offsets)} to ${clockTime(to, offsets)}.`;
