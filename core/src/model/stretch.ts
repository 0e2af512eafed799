import type { Instant } from '../time/units.ts';

/** Instants from one to another. */
export interface Stretch {
  readonly start: Instant;
  readonly end: Instant;
}
