import type { ComputedShift } from '../model/computed-shift.ts';
import type { Exception } from '../model/exception.ts';
import type { Line } from '../model/line.ts';
import type { Segment } from '../model/segment.ts';
import type { DayReason } from './reasons.ts';

/** What one person's computation gives. */
export interface Computed {
  readonly shifts: readonly ComputedShift[];
  readonly segments: readonly Segment[];
  readonly lines: readonly Line[];
  readonly exceptions: readonly Exception[];
  /** Why lines beyond single shifts are what they are: overtime, guarantees, leave. */
  readonly reasons: readonly DayReason[];
}
