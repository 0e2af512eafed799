import type { Instant, Workday } from '../time/units.ts';
import type { DepartmentId, JobId } from './ids.ts';

/** The shift somebody was meant to work. */
export interface Plan {
  readonly workday: Workday;
  readonly startsAt: Instant;
  readonly endsAt: Instant;
  readonly job: JobId | null;
  readonly department: DepartmentId | null;
}

/** Plans in order of their start. */
export function plansInOrder(plans: readonly Plan[]): readonly Plan[] {
  const isInOrder = plans.every((plan, i) => i === 0 || plan.startsAt >= (plans[i - 1]?.startsAt ?? 0));
  return isInOrder ? plans : [...plans].sort((a, b) => a.startsAt - b.startsAt);
}
