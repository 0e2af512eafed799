import type { DepartmentId, Instant, JobId } from '../units.ts';

/** A stretch of payable work, before it has a workday or a class. */
export interface Stretch {
  readonly start: Instant;
  readonly end: Instant;
  readonly job: JobId | null;
  readonly department: DepartmentId | null;
}
