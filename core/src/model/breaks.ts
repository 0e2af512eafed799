import type { Instant, Seconds } from '../time/units.ts';

/** A meal that is taken off the work though nobody punched it. */
export interface AutomaticMeal {
  /** Work over this many seconds takes this much off; the last tier reached counts. */
  readonly tiers: readonly { readonly overSeconds: Seconds; readonly takeSeconds: Seconds }[];
  readonly besidePunched: 'skip' | 'top up' | 'take as well';
  readonly placed:
    | { readonly at: 'clock time'; readonly clockSeconds: Seconds }
    | { readonly at: 'after work'; readonly afterSeconds: Seconds }
    | { readonly at: 'end' };
}

/** A meal that must be taken: the nth of these is met by the nth meal of the shift. */
export interface MealDue {
  /** Due where the shift works more than this. */
  readonly whenWorkOverSeconds: Seconds;
  /** It must start before more than this much has been worked. */
  readonly startsBySeconds: Seconds;
  readonly leastSeconds: Seconds;
}

/** Which breaks of a shift are paid, and which meals are taken off or due. */
export interface BreakRules {
  readonly paidUpToSeconds: Seconds;
  /** Paid break time of one shift; null where each break is paid by its own length. */
  readonly allowanceSeconds: Seconds | null;
  /** Punched meals from this length on are unpaid. */
  readonly mealUnpaidFromSeconds: Seconds;
  readonly automaticMeal: AutomaticMeal | null;
  readonly mealsDue: readonly MealDue[];
}

/** A stretch inside a shift that is not paid. */
export interface UnpaidBreak {
  readonly start: Instant;
  readonly end: Instant;
  /** `away`: out and in again without saying why; it is not clocked either. */
  readonly kind: 'meal' | 'break' | 'away' | 'automatic-meal' | 'not-worked';
}

/** What corrections say of meals. */
export interface StatedBreaks {
  /** Instants within meals that are paid. */
  readonly canceledMeals: readonly Instant[];
  readonly meals: readonly { readonly from: Instant; readonly to: Instant }[];
}

/** A meal somebody had, and how much work lay before it. */
export interface TakenMeal {
  readonly at: Instant;
  readonly seconds: number;
  readonly workBefore: number;
}

/** A meal that was due and was not as it should be. */
export interface MealFault {
  readonly kind: 'missed' | 'short' | 'late';
  readonly due: MealDue;
  /** Which of the meals due it is, from 1. */
  readonly nth: number;
  /** Where the meal is, or should have begun at the latest. */
  readonly at: Instant;
  /** Its length where it was short, the work before it where it was late. */
  readonly seconds: Seconds;
}

/** What taking the breaks out of a shift gave. */
export interface Breaks {
  /** What is left to pay. */
  readonly workedSeconds: Seconds;
  readonly unpaid: readonly UnpaidBreak[];
  /** Breaks and canceled meals that are paid. */
  readonly paid: readonly { readonly start: Instant; readonly end: Instant }[];
  /** Break time beyond the allowance or the paid length. */
  readonly breakOverSeconds: Seconds;
  readonly mealFaults: readonly MealFault[];
  /** The seconds that the automatic meal took off, before any cancellation: 0 where none was due. */
  readonly automaticSeconds: Seconds;
  /** A correction pays the automatic meal. */
  readonly automaticCanceled: boolean;
}
