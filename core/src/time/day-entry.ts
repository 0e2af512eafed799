import { type Workday, weekdayOf, workday, workdayFromIso, workdayToIso } from './units.ts';
import type { Writing } from './writing.ts';

/** What somebody meant by a day; or why nobody can tell. */
export type DayEntry =
  | { readonly ok: true; readonly day: Workday }
  | { readonly ok: false; readonly reason: 'not-a-day' | 'no-such-day' | 'either-way' };

const MONTHS = [
  'january',
  'february',
  'march',
  'april',
  'may',
  'june',
  'july',
  'august',
  'september',
  'october',
  'november',
  'december',
];
const WEEKDAYS = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'];
const RELATIVE: Readonly<Record<string, number>> = { today: 0, yesterday: -1, tomorrow: 1 };

/** The place of the name that a word begins, by at least its first three letters; -1 where it begins none. */
const placeIn = (names: readonly string[], word: string): number =>
  word.length < 3 ? -1 : names.findIndex((name) => name.startsWith(word));

/** The month that a word like `oct` names, 1 to 12; 0 where it names none. */
export const monthNamed = (word: string): number => placeIn(MONTHS, word) + 1;
/** The weekday that a word like `wed` names, as `weekdayOf` counts them; -1 where it names none. */
export const weekdayNamed = (word: string): number => placeIn(WEEKDAYS, word);

const NOT_A_DAY: DayEntry = { ok: false, reason: 'not-a-day' };
const NO_SUCH_DAY: DayEntry = { ok: false, reason: 'no-such-day' };
const EITHER_WAY: DayEntry = { ok: false, reason: 'either-way' };

const two = (n: number) => String(n).padStart(2, '0');

/** The day of a date; null where there is none, like 31 April. */
function dayOf(year: number, month: number, date: number): Workday | null {
  try {
    return workdayFromIso(`${String(year).padStart(4, '0')}-${two(month)}-${two(date)}`);
  } catch {
    return null;
  }
}

/** Of days, the one nearest to another; the later where two are as near. */
function nearest(days: readonly (Workday | null)[], near: Workday): DayEntry {
  let found: Workday | null = null;
  for (const day of days)
    if (day !== null && (found === null || Math.abs(day - near) <= Math.abs(found - near))) found = day;
  return found === null ? NO_SUCH_DAY : { ok: true, day: found };
}

/** A date of a year, or of the year that brings it nearest. */
function dated(date: number, month: number, year: number | null, near: Workday): DayEntry {
  if (year !== null) return nearest([dayOf(year < 100 ? 2000 + year : year, month, date)], near);
  const here = Number(workdayToIso(near).slice(0, 4));
  // A leap day may be four years away.
  return nearest(
    [-4, -3, -2, -1, 0, 1, 2, 3, 4].map((by) => dayOf(here + by, month, date)),
    near,
  );
}

/** A date in figures: with a point the day stands first; with a stroke the month, where the reader's dates have it first, else whichever cannot be the month. */
function inFigures(written: string, near: Workday, dates: Writing['dates'] | null): DayEntry | null {
  const figures = /^(\d{1,2})([./])(\d{1,2})(?:\2(\d{4}|\d{2})?)?$/.exec(written);
  if (figures === null) return null;
  const [, first, mark, second, year] = figures;
  const [a, b] = [Number(first), Number(second)];
  const ofYear = year === undefined ? null : Number(year);
  if (mark === '.' || a === b) return dated(a, b, ofYear, near);
  if (a <= 12 && b <= 12) return dates === 'month day year' ? dated(b, a, ofYear, near) : EITHER_WAY;
  return a > 12 ? dated(a, b, ofYear, near) : dated(b, a, ofYear, near);
}

/** A date with the name of its month, in any order: `28 oct`, `oct 28`, `28 october 2026`. */
function inWords(words: readonly string[], near: Workday): DayEntry | null {
  const month = words.map(monthNamed).find((named) => named > 0);
  const numbers = words.filter((word) => monthNamed(word) === 0);
  if (month === undefined || numbers.length === 0 || words.length - numbers.length !== 1) return null;
  const [date, year, ...others] = numbers.map((word) => /^(\d{1,4})(?:\.|st|nd|rd|th)?$/.exec(word)?.[1]);
  if (date === undefined || date.length > 2 || others.length > 0) return null;
  if (numbers.length === 2 && (year === undefined || year.length % 2 === 1)) return null;
  return dated(Number(date), month, year === undefined ? null : Number(year), near);
}

/**
 * Reads a day as people type it: `28 oct`, `oct 28 2026`, `28.10.`, `2026-10-28`, `28` (of the month that brings it nearest), `wed`, `today`,
 * `yesterday`, `tomorrow`, `-3`, `+2`. What leaves out the year, the month or the date means the nearest such day. `10/28` can only be
 * October; `3/4` can be either, and is refused unless the reader's own dates have the month first.
 *
 * @param near the day that is open, or today
 * @param dates the order in which the reader has dates; null where nobody chose one
 */
export function readDayEntry(text: string, near: Workday, dates: Writing['dates'] | null = null): DayEntry {
  const written = text
    .trim()
    .toLowerCase()
    .replace(/[\s,]+/g, ' ');
  const away = RELATIVE[written] ?? (/^[+-]\d{1,3}$/.test(written) ? Number(written) : null);
  if (away !== null) return { ok: true, day: workday(near + away) };
  if (/^\d{4}-\d{1,2}-\d{1,2}$/.test(written)) {
    const [year = 0, month = 0, date = 0] = written.split('-').map(Number);
    return nearest([dayOf(year, month, date)], near);
  }
  const named = weekdayNamed(written);
  if (named >= 0)
    return nearest(
      [-3, -2, -1, 0, 1, 2, 3].map((by) => workday(near + by)).filter((day) => weekdayOf(day) === named),
      near,
    );
  if (/^\d{1,2}\.?$/.test(written)) {
    const date = Number.parseInt(written, 10);
    // No date is further away than two months.
    const around = Array.from({ length: 125 }, (_, i) => workday(near + i - 62));
    return nearest(
      around.filter((day) => Number(workdayToIso(day).slice(8)) === date),
      near,
    );
  }
  return inFigures(written, near, dates) ?? inWords(written.split(' '), near) ?? NOT_A_DAY;
}
