import Fraction from 'fraction.js';
import type { ClassId, Line } from '../lines/types.ts';
import { isWorked } from '../lines/types.ts';
import { type JobId, SECONDS_PER_HOUR, type Workday } from '../units.ts';
import { workweekOf } from '../workday/workday.ts';

/** An amount of money as decimal text, `12.00`. Money is never a floating-point number here. */
export type Money = string;

export interface RateInput {
  /** One person's lines; those of whole workweeks give whole results. */
  readonly lines: readonly Line[];
  /** Base rate of an hour in each job, and without one. A job without a rate of its own is paid the latter. */
  readonly rates: ReadonlyMap<JobId | null, Money>;
  /** Pay beside the hours that belongs to the regular rate: bonuses and premiums paid in money, by workday. */
  readonly extraPay: readonly { readonly workday: Workday; readonly amount: Money }[];
  /** Pay of an hour beside the class: a premium, by its class. It belongs to the regular rate as well. */
  readonly premiumRates?: ReadonlyMap<ClassId, Money>;
  /** Monday is 0. */
  readonly weekStartsOn: number;
  /** Decimals of the currency. The default is 2. */
  readonly decimals?: number;
}

/** Pay of one workweek. */
export interface RegularRate {
  readonly week: Workday;
  readonly hours: string;
  /** Straight-time pay of all hours worked, each at its job's rate. */
  readonly straightTime: Money;
  /** Extra pay and premiums paid by the hour. */
  readonly extraPay: Money;
  /** All of that by the hours worked, to four decimals. */
  readonly regularRate: Money;
  /** What overtime adds on top: half the regular rate an hour at time and a half. */
  readonly overtimePremium: Money;
  /** Leave, guarantees and adjustments at the base rate; they are not hours worked. */
  readonly notWorked: Money;
  readonly estimatedGross: Money;
}

const RATE_DECIMALS = 4;

/** Exact decimal text of a fraction, half away from zero. */
function text(value: Fraction, decimals: number): string {
  const scale = new Fraction(10).pow(decimals)!;
  const scaled = value.abs().mul(scale).add(new Fraction(1, 2)).floor();
  const digits = (scaled.n / scaled.d).toString().padStart(decimals + 1, '0');
  const whole = digits.slice(0, digits.length - decimals);
  const sign = value.s < 0n && scaled.n !== 0n ? '-' : '';
  return decimals === 0 ? `${sign}${whole}` : `${sign}${whole}.${digits.slice(-decimals)}`;
}

/** Money as an exact fraction. Throws a RangeError where it is not decimal text. */
function money(amount: Money): Fraction {
  if (!/^-?\d+(\.\d+)?$/.test(amount)) throw new RangeError(`Not an amount of money like 12.50: ${amount}`);
  return new Fraction(amount);
}

interface Week {
  seconds: number;
  straight: Fraction;
  extra: Fraction;
  /** Hours of overtime, each counted by what it pays above one. */
  premiumHours: Fraction;
  notWorked: Fraction;
}

/**
 * The weighted regular rate of each workweek, the overtime premium due and an estimate of gross pay; in exact fractions, rounded only
 * as they are written. (29 CFR 778.108 to 778.115, recalled from memory: all pay for the week's work, by the hours worked; overtime
 * adds the multiplier above one on top of straight time, which has paid every hour once.)
 */
export function regularRates(input: RateInput): RegularRate[] {
  const weeks = new Map<Workday, Week>();
  const weekOf = (day: Workday): Week => {
    const first = workweekOf(day, input.weekStartsOn);
    const week = weeks.get(first) ?? {
      seconds: 0,
      straight: new Fraction(0),
      extra: new Fraction(0),
      premiumHours: new Fraction(0),
      notWorked: new Fraction(0),
    };
    weeks.set(first, week);
    return week;
  };
  const rateOf = (job: JobId | null): Fraction => {
    const rate = input.rates.get(job) ?? input.rates.get(null);
    if (rate === undefined)
      throw new RangeError(`There is no base rate for job ${job}, and none without a job.`);
    return money(rate);
  };
  for (const { workday, classId, job, seconds } of input.lines) {
    const week = weekOf(workday);
    const hours = new Fraction(seconds, SECONDS_PER_HOUR);
    if (isWorked(classId)) {
      week.seconds += seconds;
      week.straight = week.straight.add(rateOf(job).mul(hours));
      if (classId !== 'ordinary') {
        const multiplier = new Fraction(classId.slice('overtime-'.length));
        week.premiumHours = week.premiumHours.add(multiplier.sub(1).mul(hours));
      }
    } else if (classId.startsWith('premium:')) {
      const rate = input.premiumRates?.get(classId);
      if (rate !== undefined) week.extra = week.extra.add(money(rate).mul(hours));
    } else week.notWorked = week.notWorked.add(rateOf(job).mul(hours));
  }
  for (const { workday, amount } of input.extraPay) {
    const week = weekOf(workday);
    week.extra = week.extra.add(money(amount));
  }
  const decimals = input.decimals ?? 2;
  return [...weeks]
    .sort(([a], [b]) => a - b)
    .map(([first, week]) => {
      const hours = new Fraction(week.seconds, SECONDS_PER_HOUR);
      const rate = week.seconds === 0 ? new Fraction(0) : week.straight.add(week.extra).div(hours);
      const premium = rate.mul(week.premiumHours);
      return {
        week: first,
        hours: text(hours, 2),
        straightTime: text(week.straight, decimals),
        extraPay: text(week.extra, decimals),
        regularRate: text(rate, RATE_DECIMALS),
        overtimePremium: text(premium, decimals),
        notWorked: text(week.notWorked, decimals),
        estimatedGross: text(week.straight.add(week.extra).add(premium).add(week.notWorked), decimals),
      };
    });
}
