import type { Seconds } from '../time/units.ts';

/** Where workdays and workweeks begin, and to which day a shift across the line belongs. */
export interface WorkdayRules {
  readonly startsAtSeconds: Seconds;
  readonly shiftBelongsTo: 'day it starts' | 'day it ends' | 'day of its larger part' | 'split at the line';
  /** Monday is 0. */
  readonly weekStartsOn: number;
}
