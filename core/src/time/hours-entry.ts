import { SECONDS_PER_HOUR, type Seconds, seconds } from './units.ts';

/** What somebody meant by a length of time; or that nobody can tell. */
export type HoursEntry =
  | { readonly ok: true; readonly seconds: Seconds }
  | { readonly ok: false; readonly reason: 'not-hours' | 'too-many-minutes' };

const DECIMAL = /^(\d{1,4})?(?:[.,](\d{1,4}))?\s*h?$/;
const CLOCK = /^(\d{1,4}):(\d{1,2})$/;
const WORDS = /^(?:(\d{1,4})\s*h(?:ours?)?)?\s*(?:(\d{1,4})\s*m?(?:in(?:utes?)?)?)?$/;

const NOT_HOURS: HoursEntry = { ok: false, reason: 'not-hours' };
const MANY_MINUTES: HoursEntry = { ok: false, reason: 'too-many-minutes' };

const whole = (hours: number, minutes: number): HoursEntry => ({
  ok: true,
  seconds: seconds(hours * SECONDS_PER_HOUR + minutes * 60),
});

/**
 * Reads a length of time as people type it. A point or a comma is decimal: `8.5`, `8,5` and `8.5 h` are eight hours and a half. A colon or the words
 * are hours and minutes: `8:30`, `8h30`, `8 h 30 m`, `45m`. So `8.30` is 8 h 18 m, and `8:30` never 8.3 hours.
 */
export function readHoursEntry(text: string): HoursEntry {
  const written = text.trim().toLowerCase();
  if (written === '') return NOT_HOURS;
  const decimal = DECIMAL.exec(written);
  if (decimal !== null && /\d/.test(written))
    return {
      ok: true,
      seconds: seconds(Math.round(Number(`${decimal[1] ?? '0'}.${decimal[2] ?? '0'}`) * SECONDS_PER_HOUR)),
    };
  const clock = CLOCK.exec(written);
  if (clock !== null) {
    const minutes = Number(clock[2]);
    return minutes < 60 ? whole(Number(clock[1]), minutes) : MANY_MINUTES;
  }
  const words = WORDS.exec(written);
  if (words === null) return NOT_HOURS;
  const [, hours, minutes = '0'] = words;
  // Alone, minutes may be many: 90m is an hour and a half.
  if (hours !== undefined && Number(minutes) >= 60) return MANY_MINUTES;
  return whole(Number(hours ?? 0), Number(minutes));
}
