import type { PunchKind } from '../../record/punch.ts';
import type { Rounding } from './amount.ts';

/** What is rounded, and how. */
export interface RoundingRules {
  /** For each kind of punch the rule that rounds it. */
  readonly punches: Readonly<Partial<Record<PunchKind, Rounding>>>;
  /** The paid time of each spell. */
  readonly spell: Rounding | null;
  /** The paid time of a shift. */
  readonly shift: Rounding | null;
  /** The paid time of all that counts for one workday. */
  readonly day: Rounding | null;
}
