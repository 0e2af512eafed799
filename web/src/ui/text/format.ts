import {
  type ClassId,
  classParts,
  type Exception,
  exceptionSentence,
  spokenHours as hoursInWords,
  hoursOf,
  type Instant,
  type Proposal,
  SECONDS_PER_DAY,
  decimalHours as twoDecimals,
  type Workday,
  wallOf,
  type ZoneOffsets,
} from '@heath/core';

/** As print has it: a minus is no hyphen. */
const printed = (text: string): string => text.replace('-', '−');

/** Hours as `8.50`, thousands set apart. */
export const decimalHours = (hours: number): string => printed(twoDecimals(hours, 2, ','));
/** Hours that are more or less than others: `+8.50 h`. */
export const signedHours = (hours: number): string => `${hours > 0 ? '+' : ''}${decimalHours(hours)} h`;

/** Hours as `8 h 30 m`. */
export const spokenHours = (hours: number): string => printed(hoursInWords(hours));

/** Seconds as `8 h 30 m`, with seconds only where there are some. */
export const hoursAndMinutes = (seconds: number): string => spokenHours(hoursOf(Math.round(seconds)));

/** Seconds as `8.50`. */
export const secondsDecimal = (seconds: number): string => decimalHours(hoursOf(seconds));

const wall = (at: Instant, offsets: ZoneOffsets) => new Date(wallOf(offsets, at) * 1000);
const two = (n: number) => String(n).padStart(2, '0');

/** The clock on the wall at an instant: `06:05`, with seconds where wanted. */
export function clockTime(at: Instant, offsets: ZoneOffsets, withSeconds = false): string {
  const d = wall(at, offsets);
  return `${two(d.getUTCHours())}:${two(d.getUTCMinutes())}${withSeconds ? `:${two(d.getUTCSeconds())}` : ''}`;
}

const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

const dateOf = (day: Workday): Date => new Date(day * SECONDS_PER_DAY * 1000);

/** `Wed` of a workday. */
export const weekday = (day: Workday): string => WEEKDAYS[dateOf(day).getUTCDay()]!;
/** `28` of a workday. */
export const dayOfMonth = (day: Workday): number => dateOf(day).getUTCDate();
/** `Wed 28 Oct` of a workday. */
export const shortDay = (day: Workday): string =>
  `${weekday(day)} ${dayOfMonth(day)} ${MONTHS[dateOf(day).getUTCMonth()]}`;
const LONG_WEEKDAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];
const LONG_MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];
/** `Sunday 1 November` of a workday. */
export function longDay(day: Workday): string {
  const date = dateOf(day);
  return `${LONG_WEEKDAYS[date.getUTCDay()]} ${date.getUTCDate()} ${LONG_MONTHS[date.getUTCMonth()]}`;
}
export const isWeekend = (day: Workday): boolean => dateOf(day).getUTCDay() % 6 === 0;

/** `19 Oct – 1 Nov 2026`. */
export function dateRange(first: Workday, last: Workday): string {
  const [a, b] = [dateOf(first), dateOf(last)];
  const year = a.getUTCFullYear() === b.getUTCFullYear() ? '' : ` ${a.getUTCFullYear()}`;
  const month = a.getUTCMonth() === b.getUTCMonth() && year === '' ? '' : ` ${MONTHS[a.getUTCMonth()]}`;
  return `${a.getUTCDate()}${month}${year} – ${b.getUTCDate()} ${MONTHS[b.getUTCMonth()]} ${b.getUTCFullYear()}`;
}

/** `Wed 28 Oct, 06:05` at an instant, on the wall clock. */
export function dayAndTime(at: Instant, offsets: ZoneOffsets): string {
  const d = wall(at, offsets);
  return `${WEEKDAYS[d.getUTCDay()]} ${d.getUTCDate()} ${MONTHS[d.getUTCMonth()]}, ${clockTime(at, offsets)}`;
}

/** `2 Nov 2026, 09:00` of an ISO 8601 instant, as the reader's own clock shows it. */
export function moment(iso: string): string {
  const d = new Date(iso);
  return `${d.getDate()} ${MONTHS[d.getMonth()]} ${d.getFullYear()}, ${two(d.getHours())}:${two(d.getMinutes())}`;
}

/** The band that a class is drawn with: ordinary solid, then hatched more densely the more it pays. */
export function classBand(classId: ClassId): string {
  const parts = classParts(classId);
  if (parts.kind === 'premium') return 'band-premium';
  if (parts.kind !== 'worked') return 'band-not-worked';
  if (parts.multiplier === 1) return 'band-ordinary';
  if (parts.multiplier < 2) return 'band-overtime-1';
  return parts.multiplier === 2 ? 'band-overtime-2' : 'band-overtime-3';
}

/** What was found, and by how much: `In 0 h 22 m late, more than 0 h 5 m`. */
export const exceptionText = (exception: Pick<Exception, 'kind' | 'measured' | 'limit'>): string =>
  exceptionSentence(exception, { time: hoursAndMinutes, distance: (meters) => `${meters} m` });

/** What speaks for a proposed time, in a word or two. */
export const PROPOSED_BY: Readonly<Record<Proposal['from'], string>> = {
  plan: 'planned',
  crew: 'the crew',
  habit: 'usually',
};

/** A kind of punch as a word: `Meal out`. */
export function punchWord(kind: string | null): string {
  const words = (kind ?? 'punch').replaceAll('-', ' ');
  return words.charAt(0).toUpperCase() + words.slice(1);
}

const LIST = new Intl.ListFormat('en-GB');

/** Parts as a sentence lists them: `a`, `a and b`, `a, b and c`. */
export const listed = (parts: readonly string[]): string => LIST.format(parts);
