import fc from 'fast-check';
import Fraction from 'fraction.js';
import { describe, expect, it } from 'vitest';
import { workdayFromIso as day } from '../time/units.ts';
import { decimalText } from './money.ts';
import { costOf, costText, Rates, rateText, readRate } from './rates.ts';

describe('rates', () => {
  it('are read and written exactly, with up to four decimals', () => {
    expect(['18.50', '18,5', '18', '0.0001', '12345678.9999'].map(readRate)).toEqual([
      185_000, 185_000, 180_000, 1, 123_456_789_999,
    ]);
    expect(['', '-1', '1.23456', '1 000', 'a', '123456789'].map(readRate)).toEqual(Array(6).fill(null));
    expect([185_000, 180_000, 185_050, 1].map(rateText)).toEqual(['18.50', '18.00', '18.505', '0.0001']);
  });

  it('hold from their day on; one of the type of the job comes first', () => {
    const rates = new Rates([
      { personId: 1, jobType: null, firstDay: day('2026-01-01'), rate: 100 },
      { personId: 1, jobType: null, firstDay: day('2026-10-20'), rate: 110 },
      { personId: 1, jobType: 'storm', firstDay: day('2026-10-22'), rate: 200 },
    ]);
    const of = (jobType: string | null, iso: string) => rates.of(1, jobType, day(iso));
    expect([of(null, '2025-12-31'), of(null, '2026-10-19'), of(null, '2026-10-20')]).toEqual([
      null,
      100,
      110,
    ]);
    expect([of('storm', '2026-10-21'), of('storm', '2026-10-22'), of('quay', '2026-10-22')]).toEqual([
      110, 200, 110,
    ]);
    expect(rates.of(2, null, day('2026-10-22'))).toBeNull();
  });
});

describe('a cost', () => {
  // 29 CFR 778.110(a), recalled from memory, text not at hand: 46 h at 12.00, 40 ordinary and 6 at one and a half, are 588.00.
  it('of 46 hours at 12.00 with a weekly threshold of 40 is 588.00', () => {
    const total = costOf(40 * 90_000, 120_000, 1) + costOf(6 * 90_000, 120_000, 1.5);
    expect(costText(total)).toBe('588.00');
  });

  it('is exact, as the same sum in fractions is', () => {
    const lines = fc.array(
      fc.tuple(
        fc.integer({ min: -9_000_000, max: 90_000_000 }),
        fc.integer({ min: 0, max: 9_999_999 }),
        fc.constantFrom(1, 1.25, 1.5, 2, 0.1, 2.5),
      ),
      { maxLength: 60 },
    );
    fc.assert(
      fc.property(lines, (all) => {
        const cost = all.reduce(
          (sum, [hours, rate, multiplier]) => sum + costOf(hours, rate, multiplier),
          0n,
        );
        const plain = all.reduce(
          (sum, [hours, rate, multiplier]) =>
            sum.add(
              new Fraction(hours, 90_000)
                .mul(new Fraction(rate, 10_000))
                .mul(new Fraction(String(multiplier))),
            ),
          new Fraction(0),
        );
        expect(costText(cost)).toBe(decimalText(plain, 2));
      }),
    );
  });
});
