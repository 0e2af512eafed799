import type { Seconds, Workday } from '../time/units.ts';
import type { BreakRules, Breaks } from './breaks.ts';
import type { Held, PlanMatch } from './plan-match.ts';
import type { RoundedSpell, RoundingRules, TotalChange } from './rounding.ts';
import type { Shift } from './shift.ts';
import type { ShiftReason } from './shift-reason.ts';
import type { WorkdayRules } from './workday-rules.ts';

/** What of a rulebook one shift follows. */
interface ShiftRules {
  readonly rounding: RoundingRules;
  readonly breaks: BreakRules;
  readonly workday: WorkdayRules;
}

/** A computed shift whose workday and reasons are still to be found out. */
export type OpenShift = Omit<
  ComputedShift,
  'workday' | 'reasons' | 'totals' | 'payableSeconds' | 'roundingSeconds'
> & {
  workday: Workday;
  totals: readonly TotalChange[];
  payableSeconds: Seconds;
  roundingSeconds: number;
  reasons: readonly ShiftReason[];
};

/** One shift from the punches to what of it is paid. All in whole seconds. */
export interface ComputedShift extends Shift {
  readonly workday: Workday;
  readonly zone: string;
  /** Of the edition in force when it started. */
  readonly rules: ShiftRules;
  /** What was planned; null where nothing was. */
  readonly match: PlanMatch | null;
  readonly held: Held;
  readonly rounded: readonly RoundedSpell[];
  /** What rounding the totals of spells, the shift and its workdays changed. */
  readonly totals: readonly TotalChange[];
  readonly breaks: Breaks;
  readonly clockedSeconds: Seconds;
  readonly payableSeconds: Seconds;
  /** Of clocked time; an unpaid stretch between an out and an in was never clocked. */
  readonly unpaidSeconds: Seconds;
  /** What holding to the plan took off the clocked time; negative where it forgave. */
  readonly heldSeconds: number;
  /** What rounding took off the clocked time; negative where it added. */
  readonly roundingSeconds: number;
  readonly reasons: readonly ShiftReason[];
}
