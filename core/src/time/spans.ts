import { type Instant, type Workday, workday } from './units.ts';

/** Days from the first to the last, both included. */
export interface DaySpan {
  readonly first: Workday;
  readonly last: Workday;
}

/** Instants from one to another. */
export interface Span {
  readonly from: Instant;
  readonly to: Instant;
}

/** The least span of days that holds both. */
export const spanOver = (a: DaySpan, b: DaySpan): DaySpan => ({
  first: workday(Math.min(a.first, b.first)),
  last: workday(Math.max(a.last, b.last)),
});

/** Some days, with the whole of every pay period that holds one of them. */
export const periodsOver = (days: DaySpan, payPeriods: readonly DaySpan[]): DaySpan =>
  payPeriods
    .filter((period) => period.last >= days.first && period.first <= days.last)
    .reduce(spanOver, days);
