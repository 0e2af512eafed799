import type { Hours } from '../time/hours.ts';
import type { Seconds, Workday } from '../time/units.ts';
import type { ClassId } from './classes.ts';
import type { CostCenterId, DepartmentId, JobId, SiteId } from './ids.ts';

/** One day's hours of one class or premium in one place, with all that a pay file may want to know of them. */
export interface Line {
  readonly workday: Workday;
  readonly classId: ClassId;
  readonly job: JobId | null;
  readonly department: DepartmentId | null;
  readonly site: SiteId | null;
  readonly costCenter: CostCenterId | null;
  /** Of worked time: 1 for ordinary, else what overtime pays. Null for premiums and what was not worked. */
  readonly multiplier: number | null;
  /** The name of the overtime rule, premium or guarantee behind it; null for ordinary time, leave and what a correction says. */
  readonly rule: string | null;
  readonly seconds: Seconds;
  /** What is paid, apportioned so that the day, or the pay period, adds up. */
  readonly hours: Hours;
}
