import type { Seconds, Workday } from '../time/units.ts';
import type { CorrectionId, CostCenterId, DepartmentId, JobId } from './ids.ts';

/** Hours without punches: leave, or a flat adjustment. They are paid, never worked. */
export interface Leave {
  readonly workday: Workday;
  readonly kind: 'leave' | 'adjustment';
  /** What it is called in the rulebook and on the pay line. */
  readonly code: string;
  readonly seconds: Seconds;
  readonly reason: string;
  readonly job: JobId | null;
  readonly department: DepartmentId | null;
  /** Absent where it follows from the rest. */
  readonly costCenter?: CostCenterId | null;
  /** The correction that gives it; absent where it was recorded as leave. */
  readonly correction?: CorrectionId;
}
