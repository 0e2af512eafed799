import type { Shift } from '../../model/shift.ts';
import type { Seconds } from '../../time/units.ts';

/** How far a punch may lie from the plan and still be taken for it; null where it never is. */
export interface HoldRules {
  readonly reachSeconds: Seconds;
  readonly earlyInSeconds: Seconds | null;
  readonly lateInSeconds: Seconds | null;
  readonly earlyOutSeconds: Seconds | null;
  readonly lateOutSeconds: Seconds | null;
}

/** What this step needs of a shift. */
export interface ShiftToPlan {
  readonly shift: Shift;
  readonly rulebook: { readonly hold: HoldRules };
}
