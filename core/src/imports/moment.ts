import { itemAt } from '../time/item-at.ts';
import { type Instant, instant, offsetSeconds, SECONDS_PER_DAY, wallClock } from '../time/units.ts';
import { instantsOf, type ZoneOffsets } from '../time/zone.ts';
import { parseDate, parseTimeOfDay } from './dates.ts';
import type { DateOrder, Refusal } from './types.ts';

/** Either the instant, or why the text gives none. */
export type Moment = { readonly at: Instant } | Refusal;

const digits = (text: string, from: number, count: number): number => {
  let value = 0;
  for (let i = from; i < from + count; i++) {
    const digit = text.charCodeAt(i) - 48;
    if (digit < 0 || digit > 9) return Number.NaN;
    value = value * 10 + digit;
  }
  return value;
};

let lastDay = '';
let lastDaySeconds = 0;

/** Seconds of midnight UTC of an ISO date; remembers the last one, since files come in order of time. NaN for a date that is none. */
function daySeconds(date: string): number {
  if (date !== lastDay) {
    const day = parseDate(date, 'iso');
    lastDaySeconds = day === null ? Number.NaN : day * SECONDS_PER_DAY;
    lastDay = date;
  }
  return lastDaySeconds;
}

/** `2026-10-25T01:30:00+01:00` or `…Z`, the form Heath itself writes; NaN for anything else. */
function isoInstant(text: string): number {
  if (text.length !== 20 && text.length !== 25) return Number.NaN;
  const hour = digits(text, 11, 2);
  const minute = digits(text, 14, 2);
  const second = digits(text, 17, 2);
  if (hour > 23 || minute > 59 || second > 59) return Number.NaN;
  let offset: number | null = 0;
  if (text.length === 25) {
    const sign = text[19];
    if (sign !== '+' && sign !== '-') return Number.NaN;
    offset = offsetSeconds(sign, digits(text, 20, 2), digits(text, 23, 2));
    if (offset === null) return Number.NaN;
  } else if (text[19] !== 'Z') return Number.NaN;
  return daySeconds(text.slice(0, 10)) + hour * 3600 + minute * 60 + second - offset;
}

/** A date and time with an offset, or on the site's wall clock. A wall clock time that does not happen, or happens twice, is refused: Heath never guesses. */
export function readMoment(text: string, order: DateOrder, offsets: ZoneOffsets): Moment {
  const exact = isoInstant(text);
  if (!Number.isNaN(exact)) return { at: instant(exact) };
  const written = text.trim();
  const split = /^(.*?\d)(?:T|\s+)(\d{1,2}:.*)$/.exec(written);
  if (split === null) return { field: 'moment', value: text, reason: 'not-a-date' };
  const zoned = /^(.*?)\s*(Z|[+-]\d\d:?\d\d)$/.exec(itemAt(split, 2));
  if (zoned === null) return readDateAndTime(itemAt(split, 1), itemAt(split, 2), order, offsets);
  const local = wallSeconds(itemAt(split, 1), itemAt(zoned, 1), order);
  if (typeof local !== 'number') return local;
  const zone = itemAt(zoned, 2);
  const [, sign, hours, minutes] = /^([+-])(\d\d):?(\d\d)$/.exec(zone) ?? [];
  const offset = offsetSeconds(sign === '-' ? '-' : '+', Number(hours ?? 0), Number(minutes ?? 0));
  if (offset === null) return { field: 'moment', value: text, reason: 'impossible-offset' };
  return { at: instant(local - offset) };
}

/** A date and a time in two columns, on the site's wall clock. */
export function readDateAndTime(date: string, time: string, order: DateOrder, offsets: ZoneOffsets): Moment {
  const local = wallSeconds(date, time, order);
  if (typeof local !== 'number') return local;
  const instants = instantsOf(offsets, wallClock(local));
  if (instants.length === 1) return { at: itemAt(instants, 0) };
  return {
    field: 'time',
    value: `${date} ${time}`,
    reason: instants.length === 0 ? 'skipped-hour' : 'doubled-hour',
  };
}

function wallSeconds(date: string, time: string, order: DateOrder): number | Refusal {
  const day = parseDate(date, order);
  if (day === null) {
    const dateLike = /^\s*\d{1,4}[-/. ]\w{1,9}[-/. ]\d{1,4}\s*$/.test(date);
    return { field: 'date', value: date, reason: dateLike ? 'impossible-date' : 'not-a-date' };
  }
  const ofDay = parseTimeOfDay(time);
  if (ofDay === null) return { field: 'time', value: time, reason: 'not-a-time' };
  return day * SECONDS_PER_DAY + ofDay;
}
