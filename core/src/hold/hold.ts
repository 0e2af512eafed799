import type { Shift } from '../pair/types.ts';
import type { PlanMatch } from '../plan/match.ts';
import type { Instant, Seconds } from '../units.ts';

/** How far a punch may lie from the plan and still be taken for it; null where it never is. */
export interface HoldRules {
  readonly reachSeconds: Seconds;
  readonly earlyInSeconds: Seconds | null;
  readonly lateInSeconds: Seconds | null;
  readonly earlyOutSeconds: Seconds | null;
  readonly lateOutSeconds: Seconds | null;
}

/** Where a shift is held to its plan: the planned instants that stand for its first in and last out. */
export interface Held {
  readonly start: Instant | null;
  readonly end: Instant | null;
}
export const NOT_HELD: Held = { start: null, end: null };

/** `planned` where a punch lies before or after it by no more than the window on that side. */
function held(at: number, planned: Instant, before: number | null, after: number | null): Instant | null {
  if (at < planned) return before !== null && planned - at <= before ? planned : null;
  if (at > planned) return after !== null && at - planned <= after ? planned : null;
  return null;
}

/**
 * Step 3. An early in and a late out are held to the plan, a late in and an early out forgiven, each within its own
 * window. Only the first in and the last out of a plan can be held; a held punch is not rounded.
 */
export function holdToPlan(shift: Shift, match: PlanMatch, rules: HoldRules): Held {
  const { spells } = shift;
  if (spells.length === 0) return NOT_HELD;
  const { plan } = match;
  const start = match.isFirst
    ? held(spells[0]!.in.at, plan.startsAt, rules.earlyInSeconds, rules.lateInSeconds)
    : null;
  const end = match.isLast
    ? held(spells[spells.length - 1]!.out.at, plan.endsAt, rules.earlyOutSeconds, rules.lateOutSeconds)
    : null;
  if (start === null && end === null) return NOT_HELD;
  return { start, end };
}
