import { describe, expect, it } from 'vitest';
import { at, LONDON, london } from '../testing/fixtures.ts';
import { instantFromIso, instantToIso, workdayToIso } from '../time/units.ts';
import { ZoneTables } from '../time/zone.ts';
import { parseDate, parseTimeOfDay } from './dates.ts';
import { readDateAndTime, readMoment } from './moment.ts';
import { dateOrderOf, recognize } from './recognize.ts';
import { type Directory, missingFields, rowReader } from './row.ts';

describe('dates in files', () => {
  it.each([
    ['2026-10-25', 'iso', '2026-10-25'],
    ['25/10/2026', 'day-month-year', '2026-10-25'],
    ['10/25/2026', 'month-day-year', '2026-10-25'],
    ['5.1.2026', 'day-month-year', '2026-01-05'],
    ['25-Oct-2026', 'day-month-year', '2026-10-25'],
    ['3 March 2026', 'month-day-year', '2026-03-03'],
  ] as const)('%s as %s is %s', (text, order, expected) => {
    expect(workdayToIso(parseDate(text, order)!)).toBe(expected);
  });

  it.each([
    ['2026-02-30', 'iso'],
    ['29/02/2026', 'day-month-year'],
    ['25/10/2026', 'month-day-year'],
    ['25/10/26', 'day-month-year'],
    ['tomorrow', 'iso'],
    ['', 'iso'],
  ] as const)('%s as %s is no date', (text, order) => {
    expect(parseDate(text, order)).toBeNull();
  });

  it('an order is known only where one is possible', () => {
    expect(dateOrderOf(['01/02/2026', '03/04/2026'])).toBeNull();
    expect(dateOrderOf(['01/02/2026', '13/02/2026'])).toBe('day-month-year');
    expect(dateOrderOf(['01/02/2026', '02/13/2026'])).toBe('month-day-year');
    expect(dateOrderOf(['2026-02-13', ''])).toBe('iso');
    expect(dateOrderOf([])).toBeNull();
  });

  it.each([
    ['06:05', 21_900],
    ['6:05 am', 21_900],
    ['12:00 am', 0],
    ['12:30 PM', 45_000],
    ['5:05p', 61_500],
    ['23:59:59', 86_399],
  ])('the time %s is %i seconds after midnight', (text, expected) => {
    expect(parseTimeOfDay(text)).toBe(expected);
  });

  it.each(['24:00', '13:00 pm', '8', '8.30', '08:60', 'noon'])('%s is no time', (text) => {
    expect(parseTimeOfDay(text)).toBeNull();
  });
});

describe('moments in files', () => {
  const read = (text: string) => {
    const moment = readMoment(text, 'iso', london);
    return 'at' in moment ? instantToIso(moment.at) : moment.reason;
  };
  it.each(['+26:00', '+99:59', '+00:60', '-18:00', '+14:01', '-12:01'])(
    'refuses the offset %s, that no clock shows, in either form',
    (offset) => {
      for (const text of [`2026-10-20T08:00:00${offset}`, `2026-10-20 8:00 ${offset}`])
        expect(readMoment(text, 'iso', london)).toMatchObject({ reason: 'impossible-offset' });
      expect(() => instantFromIso(`2026-10-20T08:00:00${offset}`)).toThrow(RangeError);
    },
  );

  it('takes an offset as it is, and the site’s clock where there is none', () => {
    expect(read('2026-10-25T01:30:00+01:00')).toBe('2026-10-25T00:30:00Z');
    expect(read('2026-10-25T01:30:00+00:00')).toBe('2026-10-25T01:30:00Z');
    expect(read('2026-10-25T01:30:00Z')).toBe('2026-10-25T01:30:00Z');
    expect(read('2026-10-24 22:00')).toBe('2026-10-24T21:00:00Z');
    expect(read('2026-10-26 22:00:05')).toBe('2026-10-26T22:00:05Z');
  });
  it('refuses a time that happened twice, and one that never did, rather than guess', () => {
    expect(read('2026-10-25 01:30')).toBe('doubled-hour');
    expect(read('2026-03-29 01:30')).toBe('skipped-hour');
    expect(readDateAndTime('2026-10-25', '01:30', 'iso', london)).toMatchObject({ reason: 'doubled-hour' });
  });
  it.each([
    ['2026-10-25', 'not-a-date'],
    ['2026-13-25T08:00:00Z', 'impossible-date'],
    ['2026-10-25T25:00:00Z', 'not-a-time'],
    ['8:00', 'not-a-date'],
    ['=1+1', 'not-a-date'],
  ])('%s is refused: %s', (text, reason) => {
    expect(read(text)).toBe(reason);
  });
});

describe('recognizing columns', () => {
  it('by the names they commonly have, whatever their writing', () => {
    expect(recognize(['Badge No.', 'PUNCHED AT', 'In/Out', 'Remarks'], []).columns).toEqual([
      'person',
      'moment',
      'kind',
      'ignore',
    ]);
  });
  it('takes a column named date that also holds a time for both', () => {
    expect(recognize(['Employee', 'Date'], [['1', '2026-10-25 08:00']]).columns).toEqual([
      'person',
      'moment',
    ]);
  });
  it('gives a meaning once and names doubled headers', () => {
    const { columns, duplicateHeaders } = recognize(['Person', 'Time', 'Time', 'Date'], []);
    expect(columns).toEqual(['person', 'time', 'ignore', 'date']);
    expect(duplicateHeaders).toEqual(['Time']);
  });
  it('says what is missing', () => {
    expect(missingFields(['person', 'date'])).toEqual(['time']);
    expect(missingFields(['moment'])).toEqual(['person']);
    expect(missingFields(['person', 'moment'])).toEqual([]);
  });
});

describe('reading rows', () => {
  const directory: Directory = {
    badge: (code) => (code === '7' ? { id: 70, site: 1 } : code === '8' ? { id: 80, site: null } : undefined),
    job: (name) => (name.toLowerCase() === 'stores' ? 5 : undefined),
    site: (name) => (name === 'Quay' ? 1 : undefined),
    zone: () => LONDON,
  };
  const now = instantFromIso('2026-11-02T09:00:00Z');
  const read = rowReader(
    { columns: ['person', 'moment', 'kind', 'job', 'site'], dateOrder: 'iso' },
    directory,
    ZoneTables.around(now, now),
    now,
  );
  it('gives the punch with ids, an empty kind as undirected', () => {
    expect(read([' 7 ', '2026-10-26 08:00', '', 'STORES', 'Quay'])).toEqual({
      badge: 70,
      at: at('2026-10-26 08:00'),
      kind: 'undirected',
      job: 5,
      site: 1,
    });
  });
  it.each([
    [['', '2026-10-26 08:00', 'in', '', ''], 'no-person'],
    [['no badge', '2026-10-26 08:00', 'in', '', ''], 'not-a-badge'],
    [['8', '2026-10-26 08:00', 'in', '', ''], 'no-site'],
    [['7', '2026-11-05 08:00', 'in', '', ''], 'too-far-off'],
    [['7', '2026-10-26 08:00', 'in', 'x', ''], 'unknown-job'],
    [['7', '2026-10-26 08:00', 'in', '', 'x'], 'unknown-site'],
    [['7', '2026-10-26 08:00'], 'columns-missing'],
  ])('%j is refused: %s', (row, reason) => {
    expect(read(row)).toMatchObject({ reason });
  });
});
