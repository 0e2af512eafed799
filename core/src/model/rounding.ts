import type { Instant, Seconds } from '../time/units.ts';
import type { PunchKind } from './punch.ts';

/** How an amount of time, or a moment on the clock, is rounded. */
export interface Rounding {
  readonly unitSeconds: Seconds;
  /** From this many seconds into the unit on, time is rounded up. The unit's own length where it is always rounded down. */
  readonly turnSeconds: Seconds;
}

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

/** A spell held to the plan and with its punches rounded. */
export interface RoundedSpell {
  readonly start: Instant;
  readonly end: Instant;
}

/** What rounding a total added at the end of a stretch of work, or took off that end. */
export interface TotalChange {
  readonly of: 'spell' | 'shift' | 'day';
  /** The end of the stretch before the change. */
  readonly at: Instant;
  /** Negative where it was taken off. */
  readonly seconds: number;
}
