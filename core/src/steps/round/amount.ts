import type { Seconds } from '../../time/units.ts';

/** How an amount of time, or a moment on the clock, is rounded. */
export interface Rounding {
  readonly unitSeconds: Seconds;
  /** From this many seconds into the unit on, up; the unit's length where it always goes down. */
  readonly turnSeconds: Seconds;
}

/** A length of time rounded; never below zero. */
export function roundAmount(seconds: number, { unitSeconds, turnSeconds }: Rounding): number {
  const into = seconds % unitSeconds;
  return into === 0 || into < turnSeconds ? seconds - into : seconds - into + unitSeconds;
}
