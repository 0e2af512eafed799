import type { Instant, Seconds, Workday } from '../time/units.ts';
import type { UnpaidBreak } from './breaks.ts';
import type { Home } from './home.ts';
import type { Plan } from './plan.ts';
import type { PunchKind } from './punch.ts';
import type { RoundedSpell, Rounding, TotalChange } from './rounding.ts';
import type { Spell } from './shift.ts';
import type { Stretch } from './stretch.ts';

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
