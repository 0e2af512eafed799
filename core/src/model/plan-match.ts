import type { Instant } from '../time/units.ts';
import type { Plan } from './plan.ts';

/** A plan, and whether this shift is the first and the last that was worked of it. */
export interface PlanMatch {
  readonly plan: Plan;
  isFirst: boolean;
  isLast: boolean;
}

/** Where a shift is held to its plan: the planned instants that stand for its first in and last out. */
export interface Held {
  readonly start: Instant | null;
  readonly end: Instant | null;
}
