import type { Instant, Workday } from './units.ts';

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
