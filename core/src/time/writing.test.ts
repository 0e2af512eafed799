import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readDayEntry } from './day-entry.ts';
import { hours, hoursOf } from './hours.ts';
import { readHoursEntry } from './hours-entry.ts';
import { readTimeEntry } from './time-entry.ts';
import { instant, SECONDS_PER_DAY, workday, workdayFromIso } from './units.ts';
import { DEFAULT_WRITING, WRITING_CHOICES, type Writing, writerOf } from './writing.ts';
import { ZoneTables } from './zone.ts';

const anyWriting: fc.Arbitrary<Writing> = fc.record({
  hours: fc.constantFrom(...WRITING_CHOICES.hours),
  clock: fc.constantFrom(...WRITING_CHOICES.clock),
  dates: fc.constantFrom(...WRITING_CHOICES.dates),
  weekStartsOn: fc.constantFrom(...WRITING_CHOICES.weekStartsOn),
  moments: fc.constantFrom(...WRITING_CHOICES.moments),
});
const writer = (writing: Partial<Writing> = {}) => writerOf({ ...DEFAULT_WRITING, ...writing });
const day = workdayFromIso('2026-10-28');
const UTC = ZoneTables.around(instant(day * SECONDS_PER_DAY), instant((day + 1) * SECONDS_PER_DAY)).of('UTC');
const anyDay = fc.integer({ min: 18_000, max: 22_000 }).map(workday);

describe('hours', () => {
  it('are 8.50 or 8 h 30 m, and the other for whoever asks', () => {
    const eightAndAHalf = hoursOf(30_600);
    expect(writer().hours(eightAndAHalf)).toBe('8.50');
    expect(writer().hoursWithUnit(eightAndAHalf)).toBe('8.50 h');
    expect(writer().hoursOtherwise(eightAndAHalf)).toBe('8 h 30 m');
    const minutes = writer({ hours: 'hours and minutes' });
    expect(minutes.hours(eightAndAHalf)).toBe('8 h 30 m');
    expect(minutes.hoursWithUnit(eightAndAHalf)).toBe('8 h 30 m');
    expect(minutes.hoursOtherwise(eightAndAHalf)).toBe('8.50 h');
    expect(minutes.hours(hoursOf(1234 * 3600 + 300))).toBe('1,234 h 5 m');
  });
  it('never look like a time of day, and are read back as they were written', () => {
    fc.assert(
      fc.property(anyWriting, fc.integer({ min: 0, max: 999 * 60 }), (writing, minutes) => {
        const written = writerOf(writing).hoursWithUnit(hoursOf(minutes * 60));
        expect(written).not.toContain(':');
        const read = readHoursEntry(written);
        expect(read.ok).toBe(true);
        // Two decimals say a length to 18 seconds.
        if (read.ok) expect(Math.abs(read.seconds - minutes * 60)).toBeLessThanOrEqual(18);
      }),
    );
  });
  it('below nothing have a sign in every way', () => {
    fc.assert(
      fc.property(anyWriting, fc.integer({ min: 900, max: 90_000_000 }), (writing, of) => {
        expect(writerOf(writing).hours(hours(-of))).toBe(`-${writerOf(writing).hours(hours(of))}`);
      }),
    );
  });
});

describe('times of day', () => {
  it('have 24 hours, or twice 12', () => {
    const times = [0, 300, 43_200, 61_500, 86_399];
    expect(times.map((at) => writer().timeOfDay(at))).toEqual(['00:00', '00:05', '12:00', '17:05', '23:59']);
    expect(times.map((at) => writer({ clock: '12 hours' }).timeOfDay(at))).toEqual([
      '12:00 am',
      '12:05 am',
      '12:00 pm',
      '5:05 pm',
      '11:59 pm',
    ]);
    expect(writer({ clock: '12 hours' }).timeOfDay(61_507, true)).toBe('5:05:07 pm');
    expect([0, 6, 12, 17].map(writer({ clock: '12 hours' }).hourOfDay)).toEqual(['12a', '6a', '12p', '5p']);
  });
  it('are read back by a time field as they were written', () => {
    fc.assert(
      fc.property(anyWriting, fc.integer({ min: 0, max: 1439 }), (writing, minute) => {
        const noon = instant(day * SECONDS_PER_DAY + 43_200);
        const read = readTimeEntry(writerOf(writing).timeOfDay(minute * 60), noon, 'after', UTC);
        expect(read.ok && read.at % SECONDS_PER_DAY).toBe(minute * 60);
      }),
    );
  });
});

describe('dates', () => {
  it('stand in the order that was chosen', () => {
    const [first, last] = [workdayFromIso('2026-10-19'), workdayFromIso('2026-11-01')];
    expect(
      WRITING_CHOICES.dates.map((dates) => {
        const of = writer({ dates });
        return [of.date(day), of.dayOfYear(day), of.dates(first, last), of.dates(first, day)];
      }),
    ).toEqual([
      ['28 Oct 2026', 'Wed 28 Oct', '19 Oct – 1 Nov 2026', '19 – 28 Oct 2026'],
      ['Oct 28, 2026', 'Wed Oct 28', 'Oct 19 – Nov 1, 2026', 'Oct 19 – 28, 2026'],
      ['2026-10-28', 'Wed 10-28', '2026-10-19 – 2026-11-01', '2026-10-19 – 2026-10-28'],
    ]);
  });
  it('are read back as they were written, from whichever day', () => {
    fc.assert(
      fc.property(anyWriting, anyDay, anyDay, (writing, of, near) => {
        expect(readDayEntry(writerOf(writing).date(of), near, writing.dates)).toEqual({ ok: true, day: of });
      }),
    );
  });
  it('in figures are read in the order of whoever has the month first, and refused of others', () => {
    expect(readDayEntry('3/4/2026', day, 'month day year')).toEqual({
      ok: true,
      day: workdayFromIso('2026-03-04'),
    });
    expect(readDayEntry('3/4/2026', day, 'day month year').ok).toBe(false);
    expect(readDayEntry('3/4/2026', day).ok).toBe(false);
  });
});
