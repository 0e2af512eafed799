import { itemAt } from '../time/item-at.ts';
import { type Seconds, seconds, type Workday, workday } from '../time/units.ts';
import type { DateOrder } from './types.ts';

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/** The day of a real date of the calendar, null for the 30th of February. */
function realDay(year: number, month: number, day: number): Workday | null {
  const ms = Date.UTC(year, month - 1, day);
  const date = new Date(ms);
  if (year < 1000 || date.getUTCMonth() !== month - 1 || date.getUTCDate() !== day) return null;
  return workday(ms / 86_400_000);
}

/** A date as written, read in the given order. A named month stands for itself. Null where it is none. */
export function parseDate(text: string, order: DateOrder): Workday | null {
  const [date = ''] = text.trim().split(/[T ]+(?=\d{1,2}:)/);
  const iso = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/.exec(date);
  if (iso !== null) return order === 'iso' ? realDay(Number(iso[1]), Number(iso[2]), Number(iso[3])) : null;
  if (order === 'iso') return null;
  const named = /^(\d{1,2})[-/. ]([A-Za-z]{3,9})\.?[-/. ](\d{4})$/.exec(date);
  if (named !== null) {
    const month = MONTHS.indexOf(itemAt(named, 2).slice(0, 3).toLowerCase()) + 1;
    return month === 0 ? null : realDay(Number(named[3]), month, Number(named[1]));
  }
  const numbers = /^(\d{1,2})[-/. ](\d{1,2})[-/. ](\d{4})$/.exec(date);
  if (numbers === null) return null;
  const [first, second] = [Number(numbers[1]), Number(numbers[2])];
  return order === 'day-month-year'
    ? realDay(Number(numbers[3]), second, first)
    : realDay(Number(numbers[3]), first, second);
}

/** A time of day as written, in 24 hours or with am and pm, seconds optional: seconds after midnight. Null where it is none. */
export function parseTimeOfDay(text: string): Seconds | null {
  const match = /^(\d{1,2}):(\d{2})(?::(\d{2})(?:\.\d+)?)?\s*([aApP])?\.?(?:[mM]\.?)?$/.exec(text.trim());
  if (match === null) return null;
  const [hour, minute, second] = [Number(match[1]), Number(match[2]), Number(match[3] ?? 0)];
  const half = match[4]?.toLowerCase();
  if (minute > 59 || second > 59) return null;
  if (half === undefined) return hour > 23 ? null : seconds(hour * 3600 + minute * 60 + second);
  if (hour < 1 || hour > 12) return null;
  return seconds(((hour % 12) + (half === 'p' ? 12 : 0)) * 3600 + minute * 60 + second);
}
