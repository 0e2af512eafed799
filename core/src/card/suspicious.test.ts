import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hours } from '../time/hours.ts';
import { instant, workday } from '../time/units.ts';
import type { DayAccount } from './day-account.ts';
import { suspicious } from './suspicious.ts';

const day = (i: number, paid: number, length: number | null = paid * 3600): DayAccount => ({
  workday: workday(20_000 + i),
  state: 'matches',
  from: length === null ? null : instant(1_000_000),
  to: length === null ? null : instant(1_000_000 + length),
  payableHours: hours(paid * 90_000),
  overtimeHours: hours(0),
  toSettle: 0,
  fingerprint: 0,
});
const found = (...asked: Parameters<typeof suspicious>) =>
  suspicious(...asked).map(({ account }) => account.workday - 20_000);

describe('days to look at', () => {
  const days = [day(0, 8), day(1, 0.5), day(2, 13), day(3, 8), day(4, 8), day(5, 0, null), day(6, 7.75)];

  it('are shorter or longer than so much, or hold more hours, to the second', () => {
    expect(found(days, { what: 'shorter', seconds: 3600 })).toEqual([1]);
    expect(found(days, { what: 'shorter', seconds: 1800 })).toEqual([]);
    expect(found(days, { what: 'longer', seconds: 13 * 3600 })).toEqual([]);
    expect(found(days, { what: 'longer', seconds: 13 * 3600 - 1 })).toEqual([2]);
    expect(found(days, { what: 'many-hours', seconds: 8 * 3600 })).toEqual([2]);
    expect(found(days, { what: 'many-hours', seconds: 13 * 3600 })).toEqual([]);
  });

  it('are far from the usual of the same person; of few days nothing is usual', () => {
    expect(found(days, { what: 'unusual' })).toEqual([1, 2]);
    expect(found(days.slice(0, 4), { what: 'unusual' })).toEqual([]);
    // Where days differ anyway, one more that differs is no surprise.
    const various = [4, 5, 6, 7, 8, 9, 10, 12].map((paid, i) => day(i, paid));
    expect(found(various, { what: 'unusual' })).toEqual([]);
  });

  it('are the same whatever order the days come in, and none of equal days is unusual', () => {
    const any = fc.array(
      fc.tuple(fc.nat(40), fc.nat(16 * 4)).map(([i, quarters]) => day(i, quarters / 4)),
      { maxLength: 30 },
    );
    fc.assert(
      fc.property(any, (accounts) => {
        const here = new Set(suspicious(accounts, { what: 'unusual' }).map(({ account }) => account));
        const turned = suspicious(accounts.toReversed(), { what: 'unusual' }).map(({ account }) => account);
        expect(new Set(turned)).toEqual(here);
        // A strict majority cannot be unusual.
        expect(here.size).toBeLessThanOrEqual(accounts.length / 2);
      }),
    );
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 64 }), fc.integer({ min: 1, max: 30 }), (quarters, count) => {
        const alike = Array.from({ length: count }, (_, i) => day(i, quarters / 4));
        expect(found(alike, { what: 'unusual' })).toEqual([]);
      }),
    );
  });
});
