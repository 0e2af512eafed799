import type { ClassId } from '../pay/classes.ts';
import type { DepartmentId, JobId } from '../record/ids.ts';
import type { Hours } from '../time/hours.ts';
import type { Seconds, Workday } from '../time/units.ts';

/** One day's hours of one class or premium in one job and department. */
export interface Line {
  readonly workday: Workday;
  readonly classId: ClassId;
  readonly job: JobId | null;
  readonly department: DepartmentId | null;
  readonly seconds: Seconds;
  /** What is paid, apportioned so that the day, or the pay period, adds up. */
  readonly hours: Hours;
}
