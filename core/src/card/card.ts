import type { Exception } from '../exceptions/types.ts';
import type { Line } from './line.ts';
import type { DayReason } from './reasons.ts';
import type { Segment } from './segment.ts';
import type { ComputedShift } from './shift.ts';

/** What one person's computation gives. */
export interface Computed {
  readonly shifts: readonly ComputedShift[];
  readonly segments: readonly Segment[];
  readonly lines: readonly Line[];
  readonly exceptions: readonly Exception[];
  /** Why lines beyond single shifts are what they are: overtime, guarantees, leave. */
  readonly reasons: readonly DayReason[];
}
