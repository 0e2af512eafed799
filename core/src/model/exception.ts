import type { DaySpan } from '../time/spans.ts';
import type { Instant, Workday } from '../time/units.ts';
import type { ZoneTables } from '../time/zone.ts';
import type { ComputedShift } from './computed-shift.ts';
import type { SiteId } from './ids.ts';
import type { Leave } from './leave.ts';
import type { Plan } from './plan.ts';
import type { EffectivePunch, Position } from './punch.ts';
import type { Segment } from './segment.ts';
import type { WorkdayRules } from './workday-rules.ts';

/** The gravest first. */
export const SEVERITIES = [
  /** Approval and handoff wait for it. */
  'holds up',
  /** They wait, too; and whoever accepts it says why. */
  'asks why',
  /** Somebody should look at it. */
  'to look at',
  /** It is there for the record. */
  'note',
] as const;
export type Severity = (typeof SEVERITIES)[number];

/** True where approval and handoff wait. */
export const holdsUp = ({ severity }: { readonly severity: Severity }): boolean =>
  severity === 'holds up' || severity === 'asks why';

/** True where whoever accepts it as it is must say why. */
export const asksWhy = ({ severity }: { readonly severity: Severity }): boolean => severity === 'asks why';

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
  /** The name of one of `EXCEPTIONS`. */
  readonly kind: string;
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

/** What a rulebook says of one kind that is looked for; how far, only the kind itself knows. */
export interface LookedFor {
  readonly severity: Severity;
  /** So many weeks before its own are looked at. */
  readonly weeksBefore: number;
}
/** The kinds that are looked for, by name. */
export type ExceptionRules = ReadonlyMap<string, LookedFor>;

/** When a shift began and ended, as evidence for another. */
export interface ShiftTimes {
  readonly startsAt: Instant;
  readonly endsAt: Instant;
}

/** What kinds of exception look at: one person's computed span, and what is known around it. */
export interface ExceptionInput {
  readonly shifts: readonly ComputedShift[];
  readonly segments: readonly Segment[];
  /** In order of time. */
  /** Plans to be worked. */
  readonly plans: readonly Plan[];
  /** Plans of standby, in which somebody is only to be reached. */
  readonly standby: readonly Plan[];
  readonly leave: readonly Leave[];
  readonly crew: readonly ShiftTimes[];
  /** What this person worked before the span. */
  readonly earlier: readonly ShiftTimes[];
  readonly sites: ReadonlyMap<SiteId, Position>;
  readonly zones: ZoneTables;
  readonly asOf: Instant | null;
  /** The workdays asked for. */
  readonly span: DaySpan;
  /** What this person worked in other spans like this one, in seconds. */
  readonly usualTotals: readonly number[];
  /** The rules in force on a workday. */
  rulesOn(day: Workday): {
    readonly pairing: { readonly longestSpellSeconds: number };
    readonly workday: WorkdayRules;
    readonly exceptions: ExceptionRules;
  };
}
