import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { apportion, toHundredths } from './apportion.ts';

describe('hundredths of an hour', () => {
  it('8:00 to 17:15 is 9.25 (common practice, no source)', () => {
    expect(toHundredths(9 * 3600 + 15 * 60)).toBe(925);
  });
  it('three times twenty minutes are one hour, not 0.99', () => {
    expect(apportion([1200, 1200, 1200])).toEqual([34, 33, 33]);
  });
  it('always add up, are never off by a whole one, and never negative', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 86_400 }), { minLength: 1, maxLength: 12 }),
        (shares) => {
          const given = apportion(shares);
          expect(given.reduce((a, b) => a + b, 0)).toBe(toHundredths(shares.reduce((a, b) => a + b, 0)));
          given.forEach((hundredths, i) => {
            expect(hundredths).toBeGreaterThanOrEqual(0);
            expect(Math.abs(hundredths - shares[i]! / 36)).toBeLessThan(1);
          });
        },
      ),
    );
  });
});
