import * as v from 'valibot';
import { workdayFromIso } from './units.ts';

/** A name that people give. */
export const name = v.pipe(
  v.string(),
  v.minLength(1, 'A name has at least one character.'),
  v.maxLength(80, 'A name has at most 80 characters.'),
);
/** Some names. */
export const names = v.pipe(v.array(name), v.minLength(1, 'Name at least one, or leave the field out.'));

/** A length of time as an ISO 8601 duration in hours, minutes and seconds: `PT8H`, `PT7H30M`, `PT0S`. */
export const duration = v.pipe(
  v.string(),
  v.regex(
    /^PT(?=\d)(\d{1,4}H)?(\d{1,5}M)?(\d{1,6}S)?$/,
    'A length of time is written like PT8H, PT30M or PT7H30M.',
  ),
);

/** A time on the wall clock, `22:00`. */
export const clockTime = v.pipe(
  v.string(),
  v.regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'A clock time is written like 06:00 or 22:30.'),
);

/** An ISO 8601 date that is in the calendar: not 30 February. */
export const date = v.pipe(
  v.string(),
  v.isoDate('A date is written like 2026-10-19.'),
  v.check((iso) => isRealDate(iso), 'There is no such day. A date is written like 2026-10-19.'),
);

function isRealDate(iso: string): boolean {
  try {
    workdayFromIso(iso);
    return true;
  } catch {
    return false;
  }
}

/** Monday is 0. */
export const WEEKDAYS = [
  'monday',
  'tuesday',
  'wednesday',
  'thursday',
  'friday',
  'saturday',
  'sunday',
] as const;
/** Some weekdays. */
export const weekdays = v.pipe(v.array(v.picklist(WEEKDAYS)), v.minLength(1, 'Name at least one weekday.'));

/** So many days, from two on. */
export const dayCount = (most: number) =>
  v.pipe(v.number(), v.integer('Whole days only.'), v.minValue(2), v.maxValue(most));
