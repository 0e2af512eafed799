import { DEFAULT_WRITING, instantFromIso, workdayFromIso, ZoneTables } from '@heath/core';
import { afterEach, describe, expect, it } from 'vitest';
import {
  classBand,
  clockTime,
  dateRange,
  dayAndTime,
  figureText,
  hoursAndMinutes,
  hoursOtherwise,
  hoursText,
  hoursWithUnit,
  longDay,
  moment,
  secondsText,
  shortDay,
  writeAs,
} from './format.ts';

const now = instantFromIso('2026-10-25T00:30:00Z');
const london = ZoneTables.around(now, now).of('Europe/London');

describe('hours, both ways', () => {
  it('8.50 is 8 h 30 m, never 8.3', () => {
    expect([hoursText(765_000), hoursOtherwise(765_000)]).toEqual(['8.50', '8 h 30 m']);
  });
  it('sets thousands apart and takes a real minus', () => {
    expect([hoursText(471_396_600), hoursText(-112_500)]).toEqual(['5,237.74', '−1.25']);
  });
  it.each([
    [0, '0 m'],
    [59, '59 s'],
    [-1844, '−30 m 44 s'],
    [3605, '1 h 0 m 5 s'],
    [36_000, '10 h'],
  ])('%i seconds are %s', (seconds, text) => {
    expect(hoursAndMinutes(seconds)).toBe(text);
  });
  it('30 minutes are half an hour, and so are they taken off', () => {
    expect([secondsText(1800), secondsText(-1800)]).toEqual(['0.50', '−0.50']);
  });
});

describe('times and days', () => {
  it('shows the site’s wall clock, on both sides of the change', () => {
    expect(clockTime(now, london)).toBe('01:30');
    expect(clockTime(instantFromIso('2026-10-25T01:30:05Z'), london, true)).toBe('01:30:05');
    expect(dayAndTime(instantFromIso('2026-10-24T23:30:00Z'), london)).toBe('Sun 25 Oct, 00:30');
  });
  it('names days and ranges', () => {
    expect(shortDay(workdayFromIso('2026-10-28'))).toBe('Wed 28 Oct');
    expect(dateRange(workdayFromIso('2026-10-19'), workdayFromIso('2026-11-01'))).toBe('19 Oct – 1 Nov 2026');
    expect(dateRange(workdayFromIso('2026-10-05'), workdayFromIso('2026-10-18'))).toBe('5 – 18 Oct 2026');
    expect(dateRange(workdayFromIso('2026-12-28'), workdayFromIso('2027-01-10'))).toBe(
      '28 Dec 2026 – 10 Jan 2027',
    );
  });
});

describe('classes', () => {
  it('have a mark each', () => {
    const classes = ['ordinary', 'overtime-1.5', 'overtime-2', 'overtime-3', 'premium:Night'] as const;
    expect(new Set(classes.map(classBand)).size).toBe(classes.length);
  });
});

describe('another way of writing', () => {
  afterEach(() => writeAs(DEFAULT_WRITING, null));

  it('holds for hours, times and dates from then on, and for nothing that is no length of time', () => {
    writeAs(
      { ...DEFAULT_WRITING, hours: 'hours and minutes', clock: '12 hours', dates: 'month day year' },
      null,
    );
    expect([hoursText(-765_000), hoursWithUnit(765_000), hoursOtherwise(765_000)]).toEqual([
      '−8 h 30 m',
      '8 h 30 m',
      '8.50 h',
    ]);
    expect(figureText('ordinary', 765_000)).toBe('8 h 30 m');
    expect(figureText('amount:Mileage', 765_000)).toBe('8.50');
    expect(dayAndTime(instantFromIso('2026-10-24T23:30:00Z'), london)).toBe('Sun Oct 25, 12:30 am');
    expect(longDay(workdayFromIso('2026-11-01'))).toBe('Sunday, November 1');
  });

  it('tells moments by the clock of the sites where that was chosen, and by the own where none is known', () => {
    writeAs({ ...DEFAULT_WRITING, moments: 'site' }, 'Europe/London');
    expect(moment('2026-10-25T00:30:00Z')).toBe('25 Oct 2026, 01:30');
    expect(moment('2026-10-25T01:30:00Z')).toBe('25 Oct 2026, 01:30');
    writeAs({ ...DEFAULT_WRITING, moments: 'site' }, 'America/New_York');
    expect(moment('2026-10-25T00:30:00Z')).toBe('24 Oct 2026, 20:30');
    // Tests run in UTC.
    writeAs({ ...DEFAULT_WRITING, moments: 'site' }, null);
    expect(moment('2026-10-25T00:30:00Z')).toBe('25 Oct 2026, 00:30');
  });
});
