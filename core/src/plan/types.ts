import type { DepartmentId, Instant, JobId, Workday } from '../units.ts';

/** The shift somebody was meant to work. */
export interface Plan {
  readonly workday: Workday;
  readonly startsAt: Instant;
  readonly endsAt: Instant;
  readonly job: JobId | null;
  readonly department: DepartmentId | null;
}
