import type { ComputedShift } from '../../model/computed-shift.ts';
import type { Leave } from '../../model/leave.ts';
import type { Place } from '../../model/place.ts';
import type { Plan } from '../../model/plan.ts';
import type { Workday } from '../../time/units.ts';

/** One workday, with what guarantees look at. */
export interface GuaranteedDay {
  readonly workday: Workday;
  /** The shifts of the day that have paired punches, in order of time. */
  readonly shifts: readonly ComputedShift[];
  /** All shifts: a plan may have been worked on two days. */
  readonly allShifts: readonly ComputedShift[];
  readonly plans: readonly Plan[];
  /** Those of them that are to be worked: no standby. */
  readonly toWork: readonly Plan[];
  readonly leave: readonly Leave[];
  /** Monday is 0. */
  readonly weekStartsOn: number;
}

/** What a guarantee owes on a day: up to `guaranteedSeconds`, of which so much was worked. */
export interface Owed extends Place {
  readonly guaranteedSeconds: number;
  readonly workedSeconds: number;
  /** Meals at fault, or gaps; 1 where nothing is counted. */
  readonly times?: number;
}

/** Hours that are paid though nobody worked them. */
export interface GuaranteeRule {
  readonly kind: string;
  readonly name: string;
  /** Of what it is owed. A shift goes by its own edition; a workday, with all of its shifts, by that in force on it. */
  readonly per: 'shift' | 'workday';
  owes(day: GuaranteedDay): readonly Owed[];
  /** True of a plan that it pays for being reached: standby. */
  readonly paysToBeReached: ((plan: Plan) => boolean) | null;
}
