import type { EffectivePunch } from '../effective/types.ts';
import type { Instant, Workday } from '../units.ts';

/**
 * A stretch of payable time with one class, its premiums and workday. Its job, department and site are those of the
 * punch it comes from. The steps refine it in place and cut it where its parts differ.
 */
export interface WorkSegment {
  start: Instant;
  end: Instant;
  workday: Workday;
  /** Index of the shift it comes from. */
  readonly shift: number;
  /** The punch that started it. */
  readonly from: EffectivePunch;
  /** 1 for ordinary time, else what the overtime tiers pay. */
  multiplier: number;
  /** Index of the overtime rule behind the multiplier; -1 for ordinary time. */
  rule: number;
  /** Bit i is set where premium i of the rulebook is paid. */
  premiums: number;
}
export type Segment = Readonly<WorkSegment>;
