import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  apportion,
  clockHours,
  decimalHours,
  hours,
  hoursOf,
  inSteps,
  minuteHours,
  spokenHours,
  stepOf,
} from './hours.ts';

const hundredth = stepOf({ decimals: 2 });
const minute = stepOf({ whole: 'minutes' });

describe('hours', () => {
  it('are whole, however they are written', () => {
    expect([1, 60, 36].map((seconds) => hoursOf(seconds))).toEqual([25, 1500, 900]);
    expect([0, 1, 2, 3, 4].map((decimals) => stepOf({ decimals }))).toEqual([90_000, 9000, 900, 90, 9]);
    expect([minute, stepOf({ whole: 'seconds' })]).toEqual([1500, 25]);
  });

  it('8:00 to 17:15 is 9.25, 9:15, 555 min and 9 h 15 m (common practice, no source)', () => {
    const of = hoursOf(9 * 3600 + 15 * 60);
    expect([decimalHours(of), clockHours(of), minuteHours(of), spokenHours(of)]).toEqual([
      '9.25',
      '9:15',
      '555 min',
      '9 h 15 m',
    ]);
  });

  it('are written with 0 to 4 decimals, a sign, and thousands set apart where asked', () => {
    const seven = hoursOf(8 * 3600 + 7 * 60);
    expect([0, 1, 2, 3, 4].map((decimals) => decimalHours(seven, decimals))).toEqual([
      '8',
      '8.1',
      '8.12',
      '8.117',
      '8.1167',
    ]);
    expect(decimalHours(hours(123_456_789 * 900), 2, ',')).toBe('1,234,567.89');
    expect([decimalHours(hours(-45_000)), decimalHours(hours(-1)), clockHours(hours(-1500))]).toEqual([
      '-0.50',
      '0.00',
      '-0:01',
    ]);
    expect([spokenHours(hours(0)), spokenHours(hoursOf(3661)), spokenHours(hoursOf(-60))]).toEqual([
      '0 m',
      '1 h 1 m 1 s',
      '-1 m',
    ]);
  });
});

/** The hours of some seconds, apportioned. */
function apportioned(secondsOfEach: readonly number[], step: number, sum?: number): number[] {
  const shares = secondsOfEach.map((seconds) => ({ seconds, hours: hours(0) }));
  apportion(shares, step, sum);
  return shares.map((share) => share.hours);
}

describe('apportioning', () => {
  it('three times twenty minutes are one hour, not 0.99', () => {
    expect(apportioned([1200, 1200, 1200], hundredth)).toEqual([34 * 900, 33 * 900, 33 * 900]);
  });

  it('ten days of 8:07 are 81.20 h by the day and 81.17 by the period', () => {
    const day = 8 * 3600 + 7 * 60;
    expect(decimalHours(10 * inSteps(hoursOf(day), hundredth))).toBe('81.20');
    const given = apportioned(Array(10).fill(day), hundredth);
    expect(decimalHours(given.reduce((sum, each) => sum + each, 0))).toBe('81.17');
  });

  it('always adds up, is never off by a whole step, and never negative', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 86_400 }), { minLength: 1, maxLength: 12 }),
        fc.constantFrom(90_000, 9000, hundredth, 9, minute),
        fc.boolean(),
        (shares, step, up) => {
          const exact = shares.map((seconds) => seconds * 25);
          const all = exact.reduce((sum, each) => sum + each, 0);
          // What comes down from above may be the whole step below or above.
          const sum = up ? Math.ceil(all / step) * step : Math.floor(all / step) * step;
          for (const [given, expected] of [
            [apportioned(shares, step), inSteps(all, step)],
            [apportioned(shares, step, sum), sum],
          ] as const) {
            expect(given.reduce((added, each) => added + each, 0)).toBe(expected);
            for (const [i, each] of given.entries()) {
              expect(each % step).toBe(0);
              expect(each).toBeGreaterThanOrEqual(0);
              expect(Math.abs(each - (exact[i] ?? 0))).toBeLessThan(step);
            }
          }
        },
      ),
    );
  });
});
