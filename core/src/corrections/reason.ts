import type { ClassId } from '../model/classes.ts';
import type { Workday } from '../time/units.ts';
import type { Correction } from './kinds.ts';

/** The hours that one correction in force changes: those with it, less those without it. Who made it and why is told from outside. */
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
