import type { Correction } from '../corrections/kinds.ts';
import type { ClassId } from '../pay/classes.ts';
import type { Home } from '../record/home.ts';
import type { Leave } from '../record/leave.ts';
import type { Plan } from '../record/plan.ts';
import type { PunchKind } from '../record/punch.ts';
import type { UnpaidBreak } from '../steps/breaks/types.ts';
import type { GuaranteeReason } from '../steps/guarantees/reason.ts';
import type { LeaveStanding, Tier } from '../steps/overtime/types.ts';
import type { Spell } from '../steps/pair/types.ts';
import type { Rounding } from '../steps/round/amount.ts';
import type { RoundedSpell } from '../steps/round/round.ts';
import type { TotalChange } from '../steps/round/totals.ts';
import type { Instant, Seconds, Workday } from '../time/units.ts';

/** Instants from one to another. */
interface Stretch {
  readonly start: Instant;
  readonly end: Instant;
}

/** One end of a spell on its way from the punch to what is paid. */
export interface RoundedPunch {
  readonly clocked: Instant;
  readonly kind: PunchKind;
  /** The plan stands for it. */
  readonly held: boolean;
  /** Seconds the wall clock is ahead of UTC there: rounding is on the wall clock. */
  readonly offsetSeconds: number;
  /** Null where it is not rounded. */
  readonly rounding: Rounding | null;
}

/**
 * Why a shift's hours are what they are, from the punch on: each step with its rule, what went in and what came out, so that the next can
 * be worked out by hand. `reasonSentence` says it in words.
 */
export type ShiftReason =
  | { readonly step: 'clocked'; readonly spells: readonly Spell[]; readonly seconds: Seconds }
  | {
      readonly step: 'hold';
      readonly plan: Plan;
      readonly start: Instant | null;
      readonly end: Instant | null;
      /** What holding took off; negative where it forgave. */
      readonly seconds: number;
    }
  | {
      readonly step: 'round';
      readonly punches: readonly { readonly in: RoundedPunch; readonly out: RoundedPunch }[];
      readonly spell: Rounding | null;
      readonly shift: Rounding | null;
      readonly day: Rounding | null;
      /** The end of the shift before: nothing starts earlier. */
      readonly notBefore: Instant | null;
      readonly spells: readonly RoundedSpell[];
      /** Seconds that rounding totals added at the end of stretches, or took off. */
      readonly totals: readonly TotalChange[];
      readonly changedBySeconds: number;
    }
  | {
      readonly step: 'breaks';
      readonly paidUpToSeconds: Seconds;
      readonly allowanceSeconds: Seconds | null;
      readonly mealUnpaidFromSeconds: Seconds;
      readonly unpaid: readonly UnpaidBreak[];
      readonly paid: readonly Stretch[];
      /** What the automatic meal takes off by the tier that the work reaches; 0 where none is due. */
      readonly automaticSeconds: Seconds;
      readonly automaticCanceled: boolean;
      readonly unpaidSeconds: Seconds;
    }
  | {
      readonly step: 'workday';
      /** Null where a correction gives the shift its day. */
      readonly rule: string | null;
      readonly startsAt: Instant;
      readonly endsAt: Instant;
      readonly workdays: readonly Workday[];
      /** Where this person belongs on each of them. */
      readonly homes: readonly Pick<Home, 'department' | 'costCenter'>[];
      /** Where the work goes over from one workday to the next. */
      readonly lines: readonly Instant[];
    }
  | {
      readonly step: 'premium';
      readonly name: string;
      readonly seconds: Seconds;
      readonly time: readonly Stretch[];
    };

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

/** Hours without punches. */
interface LeaveReason extends Leave {
  readonly step: 'leave';
}

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

/** Everything a line may follow from, beside the shifts. */
export type DayReason = OvertimeReason | GuaranteeReason | LeaveReason | CorrectionReason;
