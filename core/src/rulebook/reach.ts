import { workweekOf } from '../steps/workday/workday.ts';
import { type DaySpan, spanOver as over, periodsOver } from '../time/spans.ts';
import { type Workday, workday } from '../time/units.ts';
import type { Editions } from './editions.ts';

/**
 * The workdays that a span hangs together with: whole workweeks, cycles, pay periods and the weeks that an average looks back on. Which
 * punches bear on them, `unbrokenAround` says.
 */
export function inputSpan(
  first: Workday,
  last: Workday,
  editions: Editions,
  payPeriods: readonly DaySpan[] = [],
): DaySpan {
  let span: DaySpan = { first, last };
  for (const { workday: rules, overtime, exceptions, lines } of editions.rulebooks) {
    const week = workweekOf(first, rules.weekStartsOn);
    const lastOfWeek = workday(workweekOf(last, rules.weekStartsOn) + 6);
    const weeksBefore = Math.max(0, ...[...exceptions.values()].map((looked) => looked.weeksBefore));
    span = over(span, { first: workday(week - 7 * weeksBefore), last: lastOfWeek });
    if (lines.roundedOver === 'pay period') span = over(span, periodsOver({ first, last }, payPeriods));
    for (const { basis } of overtime)
      if (basis.reach !== undefined) span = over(span, basis.reach({ first, last }, payPeriods));
  }
  return span;
}
