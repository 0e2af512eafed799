import { decimalHours, inSteps, spokenHours, stepOf } from './hours.ts';
import {
  SECONDS_PER_DAY,
  SECONDS_PER_HOUR,
  SHORT_MONTHS,
  type Workday,
  weekdayOf,
  workdayInWords,
  workdayToIso,
} from './units.ts';

/** Choices of each way of writing; the first is the default. */
export const WRITING_CHOICES = {
  /** `8.50` or `8 h 30 m`; never `8:30`, which reads as a time of day. */
  hours: ['decimal', 'hours and minutes'],
  clock: ['24 hours', '12 hours'],
  dates: ['day month year', 'month day year', 'year month day'],
  /** In calendars. The workweek of overtime is the rulebook's. */
  weekStartsOn: ['monday', 'sunday', 'saturday'],
  /** Clock that tells when something was done: the reader's, or the sites'. Punches are always written by the clock of their site, which pays them. */
  moments: ['own', 'site'],
} as const;

/** How hours, times of day and dates are written for a reader. */
export type Writing = {
  readonly [Name in keyof typeof WRITING_CHOICES]: (typeof WRITING_CHOICES)[Name][number];
};

/** How things are written where neither company nor reader chose. */
export const DEFAULT_WRITING: Writing = {
  hours: 'decimal',
  clock: '24 hours',
  dates: 'day month year',
  weekStartsOn: 'monday',
  moments: 'own',
};

const SHORT_WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** Writes hours, times of day and dates in one way. Minus is a hyphen. */
export interface Writer {
  readonly writing: Writing;
  /** Hours below a heading that names the unit: `8.50`, or `8 h 30 m`; thousands set apart. */
  hours(of: number): string;
  /** Hours in a sentence: `8.50 h`, or `8 h 30 m`. */
  hoursWithUnit(of: number): string;
  /** Hours the other way than `hours`, for whoever asks once more: `8 h 30 m`, or `8.50 h`. */
  hoursOtherwise(of: number): string;
  /** Hours where there is little room, as beside the bars of a chart: `8.50`, or `8 h 30 m` to the whole minute. */
  hoursInShort(of: number): string;
  /** A time of day by seconds since midnight: `17:05`, or `5:05 pm`; with seconds where asked. */
  timeOfDay(secondsOfDay: number, withSeconds?: boolean): string;
  /** The whole hour of a time of day as an axis has it: `17`, or `5p`. */
  hourOfDay(hour: number): string;
  /** `28 Oct 2026`, `Oct 28, 2026` or `2026-10-28`. */
  date(day: Workday): string;
  /** A date whose year is known: `28 Oct`, `Oct 28` or `10-28`. */
  dateOfYear(day: Workday): string;
  /** A date whose year is known, with its weekday: `Wed 28 Oct`. */
  dayOfYear(day: Workday): string;
  /** From a first day to a last: `19 Oct – 1 Nov 2026`. */
  dates(first: Workday, last: Workday): string;
}

/** `Wed` of a workday. */
export const shortWeekday = (day: Workday): string => SHORT_WEEKDAYS[weekdayOf(day)] ?? '';

/** Whoever writes in a way. */
export function writerOf(writing: Writing): Writer {
  const isDecimal = writing.hours === 'decimal';
  const decimal = (of: number) => decimalHours(of, 2, ',');
  const spoken = (of: number) => spokenHours(of).replace(/\d{4,}/, (h) => h.replace(/\B(?=(\d{3})+$)/g, ','));
  const hoursWithUnit = (of: number) => (isDecimal ? `${decimal(of)} h` : spoken(of));
  const dateOfYear = DATES_OF_YEAR[writing.dates];
  return {
    writing,
    hours: isDecimal ? decimal : spoken,
    hoursWithUnit,
    hoursOtherwise: (of) => (isDecimal ? spoken(of) : `${decimal(of)} h`),
    hoursInShort: (of) => (isDecimal ? decimal(of) : spoken(toWholeMinutes(of))),
    timeOfDay: writing.clock === '24 hours' ? timeBy24 : timeBy12,
    hourOfDay: writing.clock === '24 hours' ? two : (hour) => `${hour % 12 || 12}${hour < 12 ? 'a' : 'p'}`,
    date: DATES[writing.dates],
    dateOfYear,
    dayOfYear: (day) => `${shortWeekday(day)} ${dateOfYear(day)}`,
    dates: (first, last) => datesOf(writing, first, last),
  };
}

/** Hours to the whole minute, half a minute away from zero. */
const toWholeMinutes = (of: number): number =>
  Math.sign(of) * inSteps(Math.abs(of), stepOf({ whole: 'minutes' }));

const two = (n: number): string => String(n).padStart(2, '0');

/** The year, the name of the month and the day of the month. */
function partsOf(day: Workday): { readonly year: string; readonly month: string; readonly date: number } {
  const [year = '', month, date] = workdayToIso(day).split('-');
  return { year, month: SHORT_MONTHS[Number(month) - 1] ?? '', date: Number(date) };
}

type Written<Of> = Readonly<Record<Writing['dates'], (of: Of) => string>>;

const DATES: Written<Workday> = {
  'day month year': workdayInWords,
  'month day year': (day) => {
    const { year, month, date } = partsOf(day);
    return `${month} ${date}, ${year}`;
  },
  'year month day': workdayToIso,
};

const DATES_OF_YEAR: Written<Workday> = {
  'day month year': (day) => {
    const { month, date } = partsOf(day);
    return `${date} ${month}`;
  },
  'month day year': (day) => {
    const { month, date } = partsOf(day);
    return `${month} ${date}`;
  },
  'year month day': (day) => workdayToIso(day).slice(5),
};

/** A span of days; what both ends share of the year and the month stands once where the order allows it. */
function datesOf({ dates }: Writing, first: Workday, last: Workday): string {
  const [a, b] = [partsOf(first), partsOf(last)];
  if (dates === 'year month day' || a.year !== b.year)
    return `${DATES[dates](first)} – ${DATES[dates](last)}`;
  if (dates === 'month day year')
    return `${a.month} ${a.date} – ${a.month === b.month ? b.date : DATES_OF_YEAR[dates](last)}, ${b.year}`;
  return `${a.month === b.month ? a.date : DATES_OF_YEAR[dates](first)} – ${DATES[dates](last)}`;
}

/** Hours, minutes and seconds of a time of day; what lies past midnight begins again. */
function clockParts(secondsOfDay: number): readonly [hour: number, minute: number, second: number] {
  const of = ((secondsOfDay % SECONDS_PER_DAY) + SECONDS_PER_DAY) % SECONDS_PER_DAY;
  return [Math.floor(of / SECONDS_PER_HOUR), Math.floor(of / 60) % 60, Math.floor(of % 60)];
}

function timeBy24(secondsOfDay: number, withSeconds = false): string {
  const [hour, minute, second] = clockParts(secondsOfDay);
  return `${two(hour)}:${two(minute)}${withSeconds ? `:${two(second)}` : ''}`;
}

function timeBy12(secondsOfDay: number, withSeconds = false): string {
  const [hour, minute, second] = clockParts(secondsOfDay);
  return `${hour % 12 || 12}:${two(minute)}${withSeconds ? `:${two(second)}` : ''} ${hour < 12 ? 'am' : 'pm'}`;
}
