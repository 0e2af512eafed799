import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { amountClass, classLabel, isAmount, isPremium, isWorked, liesBeside } from '../model/classes.ts';
import { decimalHours } from '../time/hours.ts';
import { PER_UNIT, readAmount } from './amounts.ts';

describe('an amount', () => {
  it('is read exactly, with up to four decimals', () => {
    expect(['12.5', '12,50', '-3', '0.0001'].map(readAmount)).toEqual([
      12.5 * PER_UNIT,
      12.5 * PER_UNIT,
      -3 * PER_UNIT,
      9,
    ]);
    expect(['', '0', '0.00', '1.23456', '20001', 'a lot', '1 000'].map(readAmount)).toEqual(
      Array(7).fill(null),
    );
  });

  it('is written as it was read', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -2_000_000, max: 2_000_000 }).filter((n) => n !== 0),
        (hundredths) => {
          const text = (hundredths / 100).toFixed(2);
          expect(decimalHours(readAmount(text) ?? 0)).toBe(text);
        },
      ),
    );
  });

  it('lies beside the hours, and is no premium', () => {
    const miles = amountClass('Mileage');
    expect([
      isAmount(miles),
      liesBeside(miles),
      isPremium(miles),
      isWorked(miles),
      classLabel(miles),
    ]).toEqual([true, true, false, false, 'Mileage']);
    expect(isAmount('adjustment:Travel')).toBe(false);
  });
});
