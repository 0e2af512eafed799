import { describe, expect, it } from 'vitest';
import type { ClassId } from '../model/classes.ts';
import type { JobId } from '../model/ids.ts';
import type { Money } from '../pay/money.ts';
import { seconds, workdayFromIso } from '../time/units.ts';
import { type RateInput, regularRates } from './regular-rate.ts';

const monday = workdayFromIso('2026-10-19');
const line = (classId: ClassId, hours: number, job: number | null = null): RateInput['lines'][number] => ({
  workday: monday,
  classId,
  job: job as JobId | null,
  seconds: seconds(hours * 3600),
});
const at = (rate: Money) => new Map<JobId | null, Money>([[null, rate]]);
const week = { weekStartsOn: 0, extraPay: [] };

describe('the regular rate', () => {
  it('46 h at 12.00: 588.00 in all (29 CFR 778.110(a), recalled from memory)', () => {
    const lines = [line('ordinary', 40), line('overtime-1.5', 6)];
    expect(regularRates({ ...week, lines, rates: at('12.00') })).toEqual([
      {
        week: monday,
        hours: '46.00',
        straightTime: '552.00',
        extraPay: '0.00',
        regularRate: '12.0000',
        overtimePremium: '36.00',
        notWorked: '0.00',
        estimatedGross: '588.00',
      },
    ]);
  });

  it('with a weekly bonus of 46.00: 13.00 an hour, 637.00 in all (29 CFR 778.110(b), recalled from memory)', () => {
    const lines = [line('ordinary', 40), line('overtime-1.5', 6)];
    const extraPay = [{ workday: monday, amount: '46.00' }];
    expect(regularRates({ ...week, lines, rates: at('12.00'), extraPay })[0]).toMatchObject({
      regularRate: '13.0000',
      overtimePremium: '39.00',
      estimatedGross: '637.00',
    });
  });

  it('weighs two rates of one week by their hours (29 CFR 778.115, recalled from memory; figures worked out here)', () => {
    const lines = [line('ordinary', 24, 1), line('ordinary', 16, 2), line('overtime-1.5', 5, 2)];
    const rates = new Map<JobId | null, Money>([
      [1 as JobId, '10.00'],
      [2 as JobId, '13.00'],
    ]);
    // 24 × 10 + 21 × 13 = 513; by 45 hours 11.40; five hours at half of it 28.50.
    expect(regularRates({ ...week, lines, rates })[0]).toMatchObject({
      straightTime: '513.00',
      regularRate: '11.4000',
      overtimePremium: '28.50',
      estimatedGross: '541.50',
    });
  });

  it('is exact where binary fractions are not: a third of an hour at 0.10', () => {
    const lines = [line('ordinary', 1 / 3)];
    expect(regularRates({ ...week, lines, rates: at('0.30'), decimals: 3 })[0]!.straightTime).toBe('0.100');
  });

  it('pays leave and guarantees at the base rate and leaves them out of the hours', () => {
    const lines = [
      line('ordinary', 10),
      line('leave:Annual', 8),
      line('guarantee:Call-out', 2),
      line('premium:Night', 4),
    ];
    const premiumRates = new Map<ClassId, Money>([['premium:Night', '1.25']]);
    expect(regularRates({ ...week, lines, rates: at('20'), premiumRates })[0]).toMatchObject({
      hours: '10.00',
      extraPay: '5.00',
      regularRate: '20.5000',
      notWorked: '200.00',
      estimatedGross: '405.00',
    });
  });

  it('says what is not money, and which rate is missing', () => {
    expect(() => regularRates({ ...week, lines: [line('ordinary', 1)], rates: at('1e3') })).toThrow('1e3');
    expect(() => regularRates({ ...week, lines: [line('ordinary', 1, 7)], rates: new Map() })).toThrow(
      'job 7',
    );
  });
});
