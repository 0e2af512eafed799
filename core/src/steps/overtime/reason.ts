import type { Rounding } from '../../model/rounding.ts';
import type { Stretch } from '../../model/stretch.ts';
import type { Seconds, Workday } from '../../time/units.ts';
import type { LeaveStanding, Tier } from './types.ts';

/** What one overtime rule found in one of its buckets (a workday, a workweek). */
export interface OvertimeReason {
  readonly step: 'overtime';
  /** The rule's. */
  readonly name: string;
  readonly basis: string;
  readonly firstWorkday: Workday;
  readonly lastWorkday: Workday;
  /** The time the rule looked at, in order; what does not count was overtime already. */
  readonly time: readonly (Stretch & {
    /** Seconds that rounding added at its end. */
    readonly added: number;
    readonly workday: Workday;
    readonly counts: boolean;
    /** Of a shift of another edition than the rule's, it counts and is paid by that one's. */
    readonly pays: boolean;
  })[];
  readonly countedSeconds: Seconds;
  /** Leave that counts. */
  readonly leaveSeconds: Seconds;
  /** Where it stands among the work that counts. */
  readonly leave: readonly LeaveStanding[];
  readonly tiers: readonly Tier[];
  readonly leastSeconds: Seconds;
  readonly leastPays: 'all' | 'beyond';
  readonly rounding: Rounding | null;
  readonly capSeconds: Seconds | null;
  /** Work beyond the first tier's start. */
  readonly overSeconds: Seconds;
  /** What of it is overtime, after least, rounding and cap. */
  readonly paidSeconds: Seconds;
  readonly pays: boolean;
  /** Multipliers add up instead of the highest being taken. */
  readonly adds: boolean;
  /** Where whole groups of rules are compared: whether this one's was taken, and what each gives in overtime pay. */
  readonly alternative?: {
    readonly chosen: boolean;
    /** Seconds at the plain rate. */
    readonly extraPaySeconds: number;
    readonly othersExtraPaySeconds: readonly number[];
  };
}
