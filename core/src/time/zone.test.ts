import { DateTime } from 'luxon';
import { describe, expect, it } from 'vitest';
import { at, LONDON, london } from '../testing/fixtures.ts';
import { instantFromIso, instantToIso, wallClock, workdayFromIso } from './units.ts';
import { firstInstantOf, instantsOf, wallOf, ZoneTables } from './zone.ts';

const wall = (date: string, hour: number, minute = 0) =>
  wallClock(workdayFromIso(date) * 86_400 + hour * 3600 + minute * 60);

describe('zone offsets', () => {
  it('22:00 to 06:00 is 9 hours when clocks go back and 7 when they go forward (IANA tz database)', () => {
    expect(at('2026-10-25 06:00') - at('2026-10-24 22:00')).toBe(9 * 3600);
    expect(at('2026-03-29 06:00') - at('2026-03-28 22:00')).toBe(7 * 3600);
  });

  it('a wall clock time in the doubled hour is two instants, in the skipped hour none', () => {
    expect(instantsOf(london, wall('2026-10-25', 1, 30)).map(instantToIso)).toEqual([
      '2026-10-25T00:30:00Z',
      '2026-10-25T01:30:00Z',
    ]);
    expect(instantsOf(london, wall('2026-03-29', 1, 30))).toEqual([]);
    expect(instantToIso(firstInstantOf(london, wall('2026-03-29', 1, 30)))).toBe('2026-03-29T01:00:00Z');
  });

  it.each([LONDON, 'America/New_York', 'Australia/Lord_Howe', 'Asia/Kathmandu'])(
    'agrees with luxon on every half hour of 2026 in %s',
    (zone) => {
      const from = instantFromIso('2026-01-01T00:00:00Z');
      const table = ZoneTables.around(from, instantFromIso('2026-12-31T00:00:00Z')).of(zone);
      const mismatches: string[] = [];
      for (let t = from; t < from + 365 * 86_400; t = (t + 1800) as typeof t) {
        const expected = t + DateTime.fromSeconds(t, { zone }).offset * 60;
        if (wallOf(table, t) !== expected) mismatches.push(instantToIso(t));
      }
      expect(mismatches).toEqual([]);
    },
  );
});
