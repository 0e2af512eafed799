import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { describe, expect, it } from 'vitest';
import { readDayEntry } from './day-entry.ts';
import { type Workday, weekdayOf, workday, workdayFromIso, workdayToIso } from './units.ts';

/** A Wednesday. */
const NEAR = workdayFromIso('2026-10-28');
const means = (text: string, near: Workday = NEAR) => {
  const read = readDayEntry(text, near);
  return read.ok ? workdayToIso(read.day) : read.reason;
};

describe('days as people type them', () => {
  it.each([
    ['28 oct', '2026-10-28'],
    ['oct 28', '2026-10-28'],
    ['28. October', '2026-10-28'],
    ['28th oct, 2026', '2026-10-28'],
    ['28 oct 25', '2025-10-28'],
    ['2 jan', '2027-01-02'],
    ['30 apr', '2026-04-30'],
    ['28.10.', '2026-10-28'],
    ['28.10', '2026-10-28'],
    ['1.11.2026', '2026-11-01'],
    ['1.11.26', '2026-11-01'],
    ['10/28', '2026-10-28'],
    ['28/10', '2026-10-28'],
    ['28/10/2025', '2025-10-28'],
    ['4/4', '2027-04-04'],
    ['3/4', 'either-way'],
    ['2026-10-28', '2026-10-28'],
    ['2026-1-5', '2026-01-05'],
    ['28', '2026-10-28'],
    ['2', '2026-11-02'],
    ['31', '2026-10-31'],
    ['15', '2026-10-15'],
    ['wed', '2026-10-28'],
    ['mon', '2026-10-26'],
    ['saturday', '2026-10-31'],
    ['today', '2026-10-28'],
    ['yesterday', '2026-10-27'],
    ['Tomorrow', '2026-10-29'],
    ['-3', '2026-10-25'],
    ['+7', '2026-11-04'],
    ['29 feb', '2028-02-29'],
    ['29 feb 2027', 'no-such-day'],
    ['31 apr', 'no-such-day'],
    ['2026-02-30', 'no-such-day'],
    ['0', 'no-such-day'],
    ['40.1.', 'no-such-day'],
    ['28/13', 'no-such-day'],
    ['', 'not-a-day'],
    ['oct', 'not-a-day'],
    ['oc 28', 'not-a-day'],
    ['28 oct nov', 'not-a-day'],
    ['28 oct 202', 'not-a-day'],
    ['soon', 'not-a-day'],
    ['28 10', 'not-a-day'],
    ['280', 'not-a-day'],
    ['rhona', 'not-a-day'],
  ])('%j', (text, day) => expect(means(text)).toBe(day));

  const anyDay = fc.integer({ min: 0, max: 40_000 }).map(workday);

  it('are read back however a day is written', () => {
    fc.assert(
      fc.property(anyDay, anyDay, (day, near) => {
        // Dates and names by another calendar than the core's.
        const date = Temporal.PlainDate.from(workdayToIso(day));
        const long = date.toLocaleString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
        const short = date.toLocaleString('en-US', { month: 'short', day: 'numeric', year: 'numeric' });
        for (const text of [date.toString(), long, short, `${date.day}.${date.month}.${date.year}`])
          expect(means(text, near), text).toBe(date.toString());
      }),
    );
  });

  it('without a year, a month or a date mean none that is further away than another', () => {
    fc.assert(
      fc.property(anyDay, fc.integer({ min: -180, max: 180 }), (near, by) => {
        const day = workday(near + by);
        const date = Temporal.PlainDate.from(workdayToIso(day));
        const far = (text: string) => {
          const read = readDayEntry(text, near);
          return read.ok ? Math.abs(read.day - near) : Number.NaN;
        };
        expect(far(`${date.day}.${date.month}.`)).toBeLessThanOrEqual(Math.abs(by));
        if (Math.abs(by) <= 62) expect(far(`${date.day}`)).toBeLessThanOrEqual(Math.abs(by));
        const weekday = date.toLocaleString('en', { weekday: 'short' });
        expect(far(weekday)).toBeLessThanOrEqual(3);
        const read = readDayEntry(weekday, near);
        expect(read.ok && weekdayOf(read.day)).toBe(date.dayOfWeek - 1);
      }),
    );
  });

  it('never end in an error, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string(), anyDay, (text, near) => {
        const read = readDayEntry(text, near);
        if (read.ok) expect(Number.isInteger(read.day)).toBe(true);
      }),
    );
  });
});
