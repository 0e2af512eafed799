import type { DepartmentId, Instant, JobId, Workday } from '../units.ts';

/** A stretch of payable time with one class, its premiums, job, department and workday. */
export interface Segment {
  readonly start: Instant;
  readonly end: Instant;
  readonly workday: Workday;
  /** Index of the shift it comes from. */
  readonly shift: number;
  readonly job: JobId | null;
  readonly department: DepartmentId | null;
  /** 1 for ordinary time, else what the overtime tier pays. */
  readonly multiplier: number;
  /** Index of the overtime rule behind the multiplier; -1 for ordinary time. */
  readonly rule: number;
  /** Bit i is set where premium i of the rulebook is paid. */
  readonly premiums: number;
}
