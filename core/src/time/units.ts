declare const unit: unique symbol;
/** A number that is not to be taken for one of another kind. */
export type Unit<T, U extends string> = T & { readonly [unit]: U };

/** Elapsed seconds. */
export type Seconds = Unit<number, 'Seconds'>;
/** A moment: whole seconds since 1970-01-01T00:00:00Z. */
export type Instant = Unit<number, 'Instant'>;
/** What the clock on the wall shows, as seconds since 1970-01-01T00:00 on that clock. */
export type WallClock = Unit<number, 'WallClock'>;
/** A date: whole days since 1970-01-01. A workday is named by the date on which it starts. */
export type Workday = Unit<number, 'Workday'>;

/** A number that is elapsed seconds. */
export const seconds = (n: number): Seconds => n as Seconds;
/** A number that is whole seconds since 1970-01-01T00:00:00Z. */
export const instant = (n: number): Instant => n as Instant;
/** A number that is what the clock on the wall shows. */
export const wallClock = (n: number): WallClock => n as WallClock;
/** A number that is whole days since 1970-01-01. */
export const workday = (n: number): Workday => n as Workday;

/** Of a day of 24 hours. */
export const SECONDS_PER_DAY = 86_400;
/** Of an hour. */
export const SECONDS_PER_HOUR = 3_600;

/** Dates as they were written: the same few hundred, again and again. */
const isoDates = new Map<Workday, string>();
const MOST_ISO_DATES = 2000;

/** The months as dates are written, January first. */
export const SHORT_MONTHS = [
  'Jan',
  'Feb',
  'Mar',
  'Apr',
  'May',
  'Jun',
  'Jul',
  'Aug',
  'Sep',
  'Oct',
  'Nov',
  'Dec',
];

/** The workday as sentences write it, `25 Oct 2026`. */
export function workdayInWords(day: Workday): string {
  const [year, month, dayOfMonth] = workdayToIso(day).split('-');
  return `${Number(dayOfMonth)} ${SHORT_MONTHS[Number(month) - 1]} ${year}`;
}

/** The workday as an ISO 8601 date, `2026-10-25`. */
export function workdayToIso(day: Workday): string {
  let iso = isoDates.get(day);
  if (iso === undefined) {
    iso = new Date(day * SECONDS_PER_DAY * 1000).toISOString().slice(0, 10);
    if (isoDates.size >= MOST_ISO_DATES) isoDates.clear();
    isoDates.set(day, iso);
  }
  return iso;
}

/** The workday of an ISO 8601 date. Throws a RangeError where it is none. */
export function workdayFromIso(iso: string): Workday {
  const ms = Date.parse(`${iso}T00:00:00Z`);
  if (
    !/^\d{4}-\d{2}-\d{2}$/.test(iso) ||
    Number.isNaN(ms) ||
    new Date(ms).toISOString().slice(0, 10) !== iso
  ) {
    throw new RangeError(`Not a date as YYYY-MM-DD: ${iso}`);
  }
  return workday(ms / 1000 / SECONDS_PER_DAY);
}

/** Monday is 0, Sunday is 6. */
export function weekdayOf(day: Workday): number {
  return (((day + 3) % 7) + 7) % 7;
}

/** The instant as ISO 8601 in UTC, to the second: `2026-10-25T01:30:00Z`. */
export function instantToIso(at: Instant): string {
  return `${new Date(at * 1000).toISOString().slice(0, 19)}Z`;
}

/** Offsets from UTC that clocks on the earth show: IANA's reach from −12:00 to +14:00. */
const LEAST_OFFSET_SECONDS = -12 * 3600;
const MOST_OFFSET_SECONDS = 14 * 3600;

/** Seconds of an offset like `+01:00` by its parts; null where no clock shows it: minutes of 60, or beyond −12:00 to +14:00. */
export function offsetSeconds(sign: '+' | '-', hours: number, minutes: number): number | null {
  const offset = (sign === '-' ? -1 : 1) * (hours * 3600 + minutes * 60);
  return minutes > 59 || offset < LEAST_OFFSET_SECONDS || offset > MOST_OFFSET_SECONDS ? null : offset;
}

/** The instant of an ISO 8601 date and time with an offset that there is. Throws a RangeError where it is none. */
export function instantFromIso(iso: string): Instant {
  const ms = Date.parse(iso);
  const zone = /(?:Z|([+-])(\d\d):?(\d\d))$/.exec(iso);
  const isOffset =
    zone !== null &&
    (zone[1] === undefined ||
      offsetSeconds(zone[1] === '-' ? '-' : '+', Number(zone[2]), Number(zone[3])) !== null);
  if (Number.isNaN(ms) || !isOffset) {
    throw new RangeError(`Not an ISO 8601 instant with an offset: ${iso}`);
  }
  return instant(Math.floor(ms / 1000));
}
