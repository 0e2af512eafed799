import type { DepartmentId, JobId } from '../../record/ids.ts';
import type { Seconds, Workday } from '../../time/units.ts';

/** Hours that are paid though nobody worked them. */
export type GuaranteeRule = { readonly name: string } & (
  | {
      /** A shift that was called for, topped up to a least length. */
      readonly kind: 'call-out';
      readonly leastSeconds: Seconds;
      /** Shifts that start in one of these jobs; null: shifts that were not planned. */
      readonly jobs: ReadonlySet<JobId> | null;
    }
  | {
      /** A planned shift cut short, topped up to a share of its plan. */
      readonly kind: 'share of plan';
      readonly share: number;
      readonly leastSeconds: Seconds;
      readonly mostSeconds: number;
    }
  | {
      /** For meals that were due and missed, short or late. */
      readonly kind: 'meal premium';
      readonly paysSeconds: Seconds;
      readonly atMostPerWorkday: number;
      readonly faults: ReadonlySet<'missed' | 'short' | 'late'>;
    }
  | {
      /** For a workday with a long unpaid gap in it. */
      readonly kind: 'split shift';
      readonly gapOverSeconds: Seconds;
      readonly paysSeconds: Seconds;
    }
);

/** One guarantee of one workday, with what it follows from. It is a line of its own, marked as not worked. */
export interface GuaranteeReason {
  readonly step: 'guarantee';
  readonly name: string;
  readonly kind: GuaranteeRule['kind'];
  readonly workday: Workday;
  readonly job: JobId | null;
  readonly department: DepartmentId | null;
  /** What is paid. */
  readonly seconds: Seconds;
  /** What was guaranteed, and what of it was worked. */
  readonly guaranteedSeconds: Seconds;
  readonly workedSeconds: Seconds;
  /** Meals at fault, or gaps. */
  readonly times: number;
}
