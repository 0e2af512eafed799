import type { Leave } from '../../model/leave.ts';
import type { Plan } from '../../model/plan.ts';
import type { Rounding } from '../../model/rounding.ts';
import type { Pay, Segment } from '../../model/segment.ts';
import type { Calendar, DayKinds } from '../../time/calendar.ts';
import type { DaySpan } from '../../time/spans.ts';
import type { Seconds, Workday } from '../../time/units.ts';

/** Hours of a bucket from one count up to another pay this. */
export interface Tier {
  readonly fromSeconds: Seconds;
  /** Null for a tier without an end. */
  readonly toSeconds: Seconds | null;
  readonly multiplier: number;
}

/** A tier, and as what its hours are paid. */
interface PaidTier extends Tier {
  readonly pay: Pay;
}

/** What the bases of overtime rules look at, beside the segments. */
export interface OvertimeContext {
  /** Monday is 0. */
  readonly weekStartsOn: number;
  readonly calendar: Calendar;
  /** In order of time. */
  readonly plans: readonly Plan[];
  readonly payPeriods: readonly DaySpan[];
  readonly leave: readonly Leave[];
  /** The workdays with work, ascending. */
  readonly workedDays: readonly Workday[];
  /** Whether the days of segments follow one another as their instants do. */
  readonly daysInOrder: boolean;
}

/** What says which days count together. */
export interface Around {
  /** Monday is 0. */
  readonly weekStartsOn: number;
  readonly payPeriods: readonly DaySpan[];
  /** The days of the shifts that reach into some days; null where a shift counts for one day alone. */
  readonly shiftsOver: ((days: DaySpan) => DaySpan) | null;
}

/** What an overtime rule adds up. */
export interface Basis {
  readonly name: string;
  /**
   * The first day of the stretch of days that counts together with this one; null where the day does not count at all.
   * Absent where hours count by shift.
   */
  readonly bucketOfDay?: (day: Workday, context: OvertimeContext) => number | null;
  /** Absent: every part of a day counts. */
  readonly covers?: (segment: Segment, context: OvertimeContext) => boolean;
  /** Where a basis covers parts of a day: the first instant after another at which that may change. */
  readonly nextEdge?: (at: number, segment: Segment, context: OvertimeContext) => number;
  /** False where the rule cannot apply at all and is skipped. Absent: it may always apply. */
  readonly mayApply?: (context: OvertimeContext) => boolean;
  /** The days that count together with some of these; absent where no bucket is longer than a workday. */
  readonly reach?: (days: DaySpan, around: Around) => DaySpan;
}

/** Leave that counts, at its place in the count. */
export interface LeaveStanding {
  /** So much work of the bucket comes before it. */
  readonly afterSeconds: number;
  readonly seconds: number;
}
/** One overtime rule: what it counts, and from which amount on it pays more. */
export interface OvertimeRule {
  /** What it is known by in other editions, whatever its name is there. */
  readonly code: string;
  readonly name: string;
  readonly basis: Basis;
  /** Upward; none overlaps another. */
  readonly tiers: readonly PaidTier[];
  /** The same without their pay, as reasons show them. Made once for each rule. */
  readonly toldTiers: readonly Tier[];
  /** Less overtime than this in one bucket pays as ordinary time. */
  readonly leastSeconds: Seconds;
  /** Once the least is reached: all of it pays, or what is beyond. */
  readonly leastPays: 'all' | 'beyond';
  readonly rounding: Rounding | null;
  /** No more overtime than this in one bucket. */
  readonly capSeconds: Seconds | null;
  /** Leave that counts fills the tiers like work; else no more than the threshold. */
  readonly leaveFillsTiers: boolean;
  /** Codes of leave that count toward it. */
  readonly countedLeave: ReadonlySet<string>;
  /** Only the first so many seconds of each workday count. */
  readonly atMostPerWorkdaySeconds: Seconds | null;
  readonly on: DayKinds | null;
}

/** How the rules of a rulebook meet. */
export type Meeting =
  | { readonly mode: 'once only' }
  | { readonly mode: 'added together' }
  /** Rules that are in no group belong to each. */
  | { readonly mode: 'greater of'; readonly groups: readonly (readonly OvertimeRule[])[] };

/** The overtime rules of one edition. */
export interface RulesInForce {
  readonly rules: readonly OvertimeRule[];
  readonly meeting: Meeting;
  readonly weekStartsOn: number;
  /** True of a segment whose shift goes by this edition. */
  readonly owns: (segment: Segment) => boolean;
}

/** One rule as each edition has it that has it, by the edition's place. */
export interface RuleOverEditions {
  readonly code: string;
  readonly versions: readonly { readonly edition: number; readonly rule: OvertimeRule }[];
}
