import Fraction from 'fraction.js';
import { type ClassId, classParts } from '../model/classes.ts';
import type { Line } from '../model/line.ts';
import { decimalText, type Money, money } from '../pay/money.ts';
import { workweekOf } from '../steps/workday/workday.ts';
import { type Seconds, seconds, type Workday, workday } from '../time/units.ts';

/** How an average day is found from the days before a holiday. */
export interface HolidayAverageRule {
  /** The days that are looked at: so many before the holiday, or so many whole workweeks before its own. */
  readonly lookBack: { readonly days: number } | { readonly weeks: number };
  /** What the total is divided by. */
  readonly divideBy: { readonly by: 'days worked' } | { readonly by: 'fixed'; readonly divisor: number };
  /** Hours worked, ordinary hours only, or worked hours and leave by these codes. */
  readonly counts: { readonly overtime: boolean; readonly leave: readonly string[] };
}

/** What a holiday pays somebody, and what it was worked out from. */
export interface HolidayAverage {
  readonly firstDay: Workday;
  readonly lastDay: Workday;
  readonly countedSeconds: Seconds;
  /** What it was divided by. */
  readonly divisor: number;
  /** The average day, to the second, half up. Zero where there is nothing to divide by. */
  readonly averageSeconds: Seconds;
  /** The average day's pay, to the currency's decimals; null where no pay was given. */
  readonly averagePay: Money | null;
}

/**
 * The average day before a holiday, as holiday pay rules need it: hours that count over a look-back, by the days worked or by a fixed
 * divisor. (Common practice, no source.)
 *
 * @param lines of at least the look-back
 * @param payOf pay by workday as decimal text, for an average day's pay
 */
export function holidayAverage(
  holiday: Workday,
  lines: readonly Pick<Line, 'workday' | 'classId' | 'seconds'>[],
  rule: HolidayAverageRule,
  weekStartsOn: number,
  payOf: ReadonlyMap<Workday, Money> | null = null,
): HolidayAverage {
  const week = workweekOf(holiday, weekStartsOn);
  const firstDay = workday(
    'days' in rule.lookBack ? holiday - rule.lookBack.days : week - 7 * rule.lookBack.weeks,
  );
  const lastDay = workday('days' in rule.lookBack ? holiday - 1 : week - 1);
  const counts = (classId: ClassId): boolean => {
    const parts = classParts(classId);
    if (parts.kind === 'worked') return parts.multiplier === 1 || rule.counts.overtime;
    return parts.kind === 'leave' && rule.counts.leave.includes(parts.name);
  };
  let counted = 0;
  const worked = new Set<Workday>();
  for (const line of lines) {
    if (line.workday < firstDay || line.workday > lastDay || !counts(line.classId)) continue;
    counted += line.seconds;
    worked.add(line.workday);
  }
  const divisor = rule.divideBy.by === 'fixed' ? rule.divideBy.divisor : worked.size;
  let pay = new Fraction(0);
  for (const [day, amount] of payOf ?? [])
    if (day >= firstDay && day <= lastDay) pay = pay.add(money(amount));
  return {
    firstDay,
    lastDay,
    countedSeconds: seconds(counted),
    divisor,
    averageSeconds: seconds(divisor === 0 ? 0 : Math.floor((2 * counted + divisor) / (2 * divisor))),
    averagePay: payOf === null ? null : divisor === 0 ? '0.00' : decimalText(pay.div(divisor), 2),
  };
}
