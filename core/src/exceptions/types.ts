import type { Segment } from '../card/segment.ts';
import type { ComputedShift } from '../card/shift.ts';
import type { JobId, SiteId } from '../record/ids.ts';
import type { Leave } from '../record/leave.ts';
import type { Plan } from '../record/plan.ts';
import type { EffectivePunch, Position } from '../record/punch.ts';
import type { WorkdayRules } from '../steps/workday/workday.ts';
import type { DaySpan } from '../time/spans.ts';
import type { Instant, Seconds, Workday } from '../time/units.ts';
import type { ZoneTables } from '../time/zone.ts';

export const EXCEPTION_KINDS = [
  'missing-out',
  'missing-in',
  'repeated-punch',
  'too-long',
  'too-short',
  'overlap',
  'future-punch',
  'unknown-job',
  'job-required',
  'note-required',
  'not-planned',
  'absent',
  'late-in',
  'early-out',
  'meal-missed',
  'meal-short',
  'meal-late',
  'break-over',
  'daily-over',
  'overtime-approval',
  'rest-under',
  'average-over',
  'away-from-site',
] as const;
export type ExceptionKind = (typeof EXCEPTION_KINDS)[number];

/** The handoff waits for it; somebody should look at it; it is there for the record. */
export type Severity = 'holds up' | 'to look at' | 'note';

/** A time that would settle an exception, and what speaks for it. */
export type Proposal =
  | { readonly at: Instant; readonly from: 'plan' }
  /** So many people who came, or left, at about the same time. */
  | { readonly at: Instant; readonly from: 'crew'; readonly people: number }
  /** This person's own habit on so many other days. */
  | { readonly at: Instant; readonly from: 'habit'; readonly days: number };

/** Something a person must look at before the hours can be trusted. */
export interface Exception {
  /** The same for the same trouble in every computation: its kind and the punch, plan or day it hangs on. */
  readonly key: string;
  readonly kind: ExceptionKind;
  readonly workday: Workday;
  /** The workdays that settling it can change: it stands in every period that holds one of them. */
  readonly reaches: DaySpan;
  /** Where on the day it lies. */
  readonly at: Instant;
  /** The punch it hangs on. */
  readonly punch: EffectivePunch | null;
  readonly severity: Severity;
  /** What was found, in seconds (meters for the distance from a site), and what was set; null where nothing is measured. */
  readonly measured: number | null;
  readonly limit: number | null;
  readonly proposals: readonly Proposal[];
}

/** A punch without a partner: a time settles it. */
export const isMissingPunch = ({ kind }: Pick<Exception, 'kind'>): boolean =>
  kind === 'missing-out' || kind === 'missing-in';

/** What the rulebook says of one kind. */
export interface ExceptionRule {
  readonly severity: Severity;
  /** The length that must not be passed, or reached. */
  readonly limitSeconds: Seconds;
  readonly limitMeters: number;
  readonly weeks: number;
  readonly jobs: ReadonlySet<JobId> | null;
}
/** The kinds that are looked for. */
export type ExceptionRules = ReadonlyMap<ExceptionKind, ExceptionRule>;

/** A shift of somebody who works beside this person. */
export interface CrewShift {
  readonly startsAt: Instant;
  readonly endsAt: Instant;
}

export interface ExceptionInput {
  readonly shifts: readonly ComputedShift[];
  readonly segments: readonly Segment[];
  /** In order of time. */
  readonly plans: readonly Plan[];
  readonly leave: readonly Leave[];
  readonly crew: readonly CrewShift[];
  readonly sites: ReadonlyMap<SiteId, Position>;
  readonly approved: readonly { readonly workday: Workday; readonly rule: string }[];
  readonly zones: ZoneTables;
  readonly asOf: Instant | null;
  /** The rules in force on a workday. */
  rulesOn(day: Workday): {
    readonly pairing: { readonly longestSpellSeconds: number };
    readonly workday: WorkdayRules;
    readonly exceptions: ExceptionRules;
  };
}

/**
 * How one kind of exception is found, what is proposed and how severe it is. One file a kind, or a few kinds that are one trouble.
 *
 * @param ruleOn what the rulebook in force on a workday says of the kind; undefined where it is not looked for
 */
export type ExceptionFinder = (
  input: ExceptionInput,
  ruleOn: (day: Workday) => ExceptionRule | undefined,
) => Exception[];
