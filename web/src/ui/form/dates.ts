import { type DayEntry, readDayEntry, SECONDS_PER_DAY, type Workday, workday } from '@heath/core';
import { fullDate, weekday, writingNow } from '../text/format.ts';

/** A day with its weekday and year: `Wed 28 Oct 2026`. */
export const inFull = (day: Workday): string => `${weekday(day)} ${fullDate(day)}`;

const MILLISECONDS_PER_DAY = SECONDS_PER_DAY * 1000;

/** A day as the calendar has it: noon of that date on this computer, which no change of clocks moves to another. */
export function calendarDateOf(day: Workday): Date {
  const utc = new Date(day * MILLISECONDS_PER_DAY);
  return new Date(utc.getUTCFullYear(), utc.getUTCMonth(), utc.getUTCDate(), 12);
}

/** The day that a date of the calendar shows. */
export const dayOfCalendar = (date: Date): Workday =>
  workday(Date.UTC(date.getFullYear(), date.getMonth(), date.getDate()) / MILLISECONDS_PER_DAY);

/** Reads a day as people type it, dates in figures in the order in which they read them. */
export const readDay = (text: string, near: Workday): DayEntry =>
  readDayEntry(text, near, writingNow().dates);

/** The days that may be chosen; without an end where it has none. */
export interface DaysAllowed {
  readonly from?: Workday;
  readonly to?: Workday;
}

const WHY: Readonly<Record<(DayEntry & { ok: false })['reason'], string>> = {
  'not-a-day': 'A day like 28 oct, wed or 28.10.',
  'no-such-day': 'There is no such day',
  'either-way': 'Day or month first? Write the month as a word: 3 apr',
};

/** What is wrong with a day that was typed; undefined where nothing is. */
export function faultOf(entry: DayEntry, { from, to }: DaysAllowed): string | undefined {
  if (!entry.ok) return WHY[entry.reason];
  if (from !== undefined && entry.day < from) return `Not before ${fullDate(from)}`;
  if (to !== undefined && entry.day > to) return `Not after ${fullDate(to)}`;
  return undefined;
}
