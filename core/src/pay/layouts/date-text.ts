import * as v from 'valibot';
import { type Workday, workdayToIso } from '../../time/units.ts';
import type { ColumnField } from './define.ts';

const PARTS = /YYYY|YY|MM|DD|M|D/g;

/** How the pattern of a day is filled in: the common ones; another that stands there already stays. */
export const DATE_FIELD: ColumnField = {
  field: 'pattern',
  label: 'Written as',
  input: 'one of',
  of: ['YYYY-MM-DD', 'DD/MM/YYYY', 'MM/DD/YYYY', 'DD.MM.YYYY', 'YYYYMMDD', 'D/M/YY'].map((value) => ({
    value,
    name: value,
  })),
};

/** How dates are written: year, month and day in any order, `DD/MM/YYYY`, `YYYYMMDD`. */
export const datePattern = v.pipe(
  v.string('Give a pattern like DD/MM/YYYY.'),
  v.maxLength(20, 'A pattern of a date has at most 20 characters.'),
  v.check((pattern) => {
    const parts = (pattern.match(PARTS) ?? [])
      .map((part) => part.charAt(0))
      .sort()
      .join('');
    return parts === 'DMY' && !/[A-Za-z0-9]/.test(pattern.replaceAll(PARTS, ''));
  }, 'A pattern has a year, a month and a day once each: YYYY or YY, MM or M, DD or D, with anything but letters and figures between.'),
);

/** Days as patterns wrote them: a file has some dozen days on two hundred thousand lines. */
const WRITTEN = new Map<string, string>();
const MOST_WRITTEN = 2000;

/** A day as a pattern writes it. */
export function dateText(day: Workday, pattern: string): string {
  const key = `${day} ${pattern}`;
  let text = WRITTEN.get(key);
  if (text === undefined) {
    if (WRITTEN.size >= MOST_WRITTEN) WRITTEN.clear();
    text = writtenBy(day, pattern);
    WRITTEN.set(key, text);
  }
  return text;
}

function writtenBy(day: Workday, pattern: string): string {
  const [year = '', month = '', date = ''] = workdayToIso(day).split('-');
  const short = (two: string) => String(Number(two));
  const as: Readonly<Record<string, string>> = {
    YYYY: year,
    YY: year.slice(-2),
    MM: month,
    DD: date,
    M: short(month),
    D: short(date),
  };
  return pattern.replaceAll(PARTS, (part) => as[part] ?? part);
}
