import {
  type ClassId,
  classParts,
  DEFAULT_WRITING,
  decimalHours,
  type Exception,
  exceptionSentence,
  hoursOf,
  type Instant,
  isAmount,
  type Proposal,
  SECONDS_PER_DAY,
  type SumId,
  shortWeekday,
  spokenHours,
  type Workday,
  type Writing,
  wallOf,
  workday,
  writerOf,
  type ZoneOffsets,
} from '@heath/core';

/** As print has it: a minus is no hyphen. */
const printed = (text: string): string => text.replace('-', '−');

/** How the one who is signed in reads hours, times and dates, and the zone of the company's sites. */
let writer = writerOf(DEFAULT_WRITING);
let siteZone: string | null = null;

/**
 * Writes everything from now on as somebody reads it. What is drawn already stays: whoever calls this draws the screens anew.
 *
 * @param zone IANA name of the zone in which moments are told where the reader wants the sites' clock; null: the reader's own
 */
export function writeAs(writing: Writing, zone: string | null): void {
  writer = writerOf(writing);
  siteZone = writing.moments === 'site' ? zone : null;
}

/** How things are written now. */
export const writingNow = (): Writing => writer.writing;

/** Hours below a heading that names the unit: `8.50` or `8 h 30 m`, as the reader chose. */
export const hoursText = (hours: number): string => printed(writer.hours(hours));
/** Hours beside the bars of a chart: `8.50`, or `8 h 30 m` to the whole minute. */
export const hoursInShort = (hours: number): string => printed(writer.hoursInShort(hours));
/** Hours in a sentence: `8.50 h` or `8 h 30 m`. */
export const hoursWithUnit = (hours: number): string => printed(writer.hoursWithUnit(hours));
/** Hours as the reader did not choose: `8 h 30 m` or `8.50 h`. */
export const hoursOtherwise = (hours: number): string => printed(writer.hoursOtherwise(hours));
/** Hours that are more or less than others: `+8.50 h`. */
export const signedHours = (hours: number): string => `${hours > 0 ? '+' : ''}${hoursWithUnit(hours)}`;
/** A quantity that is no length of time, kept as hours are: `83.20`. */
export const quantityText = (quantity: number): string => printed(decimalHours(quantity, 2, ','));

/** A figure of a class or a sum of them: hours as hours, an amount as the quantity it is. */
export const figureText = (of: ClassId | SumId, figure: number): string =>
  isAmount(of) ? quantityText(figure) : hoursText(figure);

/** Seconds as `8 h 30 m`, with seconds only where there are some. */
export const hoursAndMinutes = (seconds: number): string =>
  printed(spokenHours(hoursOf(Math.round(seconds))));

/** Seconds as hours below a heading that names the unit. */
export const secondsText = (seconds: number): string => hoursText(hoursOf(seconds));

/** Seconds in a sentence: `8.50 h` or `8 h 30 m`. */
export const secondsWithUnit = (seconds: number): string => hoursWithUnit(hoursOf(seconds));

const floorDay = (wall: number): Workday => workday(Math.floor(wall / SECONDS_PER_DAY));

/** The clock on the wall at an instant: `06:05` or `6:05 am`, with seconds where wanted. */
export const clockTime = (at: Instant, offsets: ZoneOffsets, withSeconds = false): string =>
  writer.timeOfDay(wallOf(offsets, at), withSeconds);

/** A whole hour as axes have it: `06` or `6a`. */
export const hourOfAxis = (hour: number): string => writer.hourOfDay(hour);

const dateOf = (day: Workday): Date => new Date(day * SECONDS_PER_DAY * 1000);

/** `Wed` of a workday. */
export const weekday = shortWeekday;
/** `28` of a workday. */
export const dayOfMonth = (day: Workday): number => dateOf(day).getUTCDate();
/** `Wed 28 Oct` of a workday. */
export const shortDay = (day: Workday): string => writer.dayOfYear(day);
/** `28 Oct 2026` of a workday. */
export const fullDate = (day: Workday): string => writer.date(day);
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
  const [name, month] = [LONG_WEEKDAYS[date.getUTCDay()], LONG_MONTHS[date.getUTCMonth()]];
  return writer.writing.dates === 'day month year'
    ? `${name} ${date.getUTCDate()} ${month}`
    : `${name}, ${month} ${date.getUTCDate()}`;
}
export const isWeekend = (day: Workday): boolean => dateOf(day).getUTCDay() % 6 === 0;

/** `19 Oct – 1 Nov 2026`. */
export const dateRange = (first: Workday, last: Workday): string => writer.dates(first, last);

/** `Wed 28 Oct, 06:05` at an instant, on the wall clock. */
export const dayAndTime = (at: Instant, offsets: ZoneOffsets): string =>
  `${shortDay(floorDay(wallOf(offsets, at)))}, ${clockTime(at, offsets)}`;

/** `2 Nov 2026, 09:00` of an ISO 8601 instant, by the reader's own clock or that of the sites, as they chose. */
export function moment(iso: string): string {
  const wall = wallSecondsOf(new Date(iso), siteZone);
  return `${fullDate(floorDay(wall))}, ${writer.timeOfDay(wall)}`;
}

/** What the clock shows, in seconds since 1970-01-01T00:00 on that clock; this computer's where no zone is named. */
function wallSecondsOf(date: Date, zone: string | null): number {
  if (zone === null) return date.getTime() / 1000 - date.getTimezoneOffset() * 60;
  const parts = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    hourCycle: 'h23',
    year: 'numeric',
    month: 'numeric',
    day: 'numeric',
    hour: 'numeric',
    minute: 'numeric',
    second: 'numeric',
  }).formatToParts(date);
  const part = (type: Intl.DateTimeFormatPartTypes) =>
    Number(parts.find((one) => one.type === type)?.value ?? 0);
  return (
    Date.UTC(part('year'), part('month') - 1, part('day'), part('hour'), part('minute'), part('second')) /
    1000
  );
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
