import type { ClassId } from '../model/classes.ts';
import type { Workday } from '../time/units.ts';
import type { Correction } from './kinds.ts';

/** What one correction in force changes: the hours with it, less the hours without it. Who made it and why is told from outside. */
export interface CorrectionReason {
  readonly step: 'correction';
  readonly correction: Correction;
  readonly changes: readonly {
    readonly workday: Workday;
    readonly classId: ClassId;
    /** Negative where it takes off. */
    readonly seconds: number;
  }[];
}
