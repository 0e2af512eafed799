import Fraction from 'fraction.js';
import type { ClassId } from '../model/classes.ts';
import { classParts } from '../model/classes.ts';
import type { JobId } from '../model/ids.ts';
import type { Line } from '../model/line.ts';
import { decimalText, type Money, money } from '../pay/money.ts';
import { workweekOf } from '../steps/workday/workday.ts';
import { SECONDS_PER_HOUR, type Workday } from '../time/units.ts';

/** What a person earned, and at what rates, over some workweeks. */
export interface RateInput {
  /** One person's lines; those of whole workweeks give whole results. */
  readonly lines: readonly Pick<Line, 'workday' | 'classId' | 'job' | 'seconds'>[];
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
    const parts = classParts(classId);
    if (parts.kind === 'worked') {
      week.seconds += seconds;
      week.straight = week.straight.add(rateOf(job).mul(hours));
      // As text: the number that is meant is the one that is written.
      const multiplier = new Fraction(String(parts.multiplier));
      week.premiumHours = week.premiumHours.add(multiplier.sub(1).mul(hours));
    } else if (parts.kind === 'premium') {
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
        hours: decimalText(hours, 2),
        straightTime: decimalText(week.straight, decimals),
        extraPay: decimalText(week.extra, decimals),
        regularRate: decimalText(rate, RATE_DECIMALS),
        overtimePremium: decimalText(premium, decimals),
        notWorked: decimalText(week.notWorked, decimals),
        estimatedGross: decimalText(week.straight.add(week.extra).add(premium).add(week.notWorked), decimals),
      };
    });
}
