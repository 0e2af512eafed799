import type { ClassId } from '../model/classes.ts';
import type { Hours } from '../time/hours.ts';
import type { Seconds, Workday } from '../time/units.ts';

/** A line of a card on its way to the pay system: everything by the numbers and codes that files and people know. */
export interface PayLine {
  /** Their number. */
  readonly person: string;
  readonly group: string;
  readonly workday: Workday;
  /** Whether the workday is a holiday where the person belongs. */
  readonly isHoliday: boolean;
  readonly classId: ClassId;
  readonly multiplier: number | null;
  readonly rule: string | null;
  readonly job: string | null;
  readonly jobType: string | null;
  readonly department: string | null;
  readonly site: string | null;
  readonly costCenter: string | null;
  readonly seconds: Seconds;
  readonly hours: Hours;
}
