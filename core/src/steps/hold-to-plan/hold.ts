import type { Plan } from '../../model/plan.ts';
import type { Held, PlanMatch } from '../../model/plan-match.ts';
import type { Shift } from '../../model/shift.ts';
import { itemAt, lastOf } from '../../time/item-at.ts';
import type { Instant } from '../../time/units.ts';
import { matchPlans } from './match.ts';
import type { HoldRules, ShiftToPlan } from './types.ts';

const NOT_HELD: Held = { start: null, end: null };

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
function holdToPlan(shift: Shift, match: PlanMatch, rules: HoldRules): Held {
  const { spells } = shift;
  if (spells.length === 0) return NOT_HELD;
  const { plan } = match;
  const start = match.isFirst
    ? held(itemAt(spells, 0).in.at, plan.startsAt, rules.earlyInSeconds, rules.lateInSeconds)
    : null;
  const end = match.isLast
    ? held(lastOf(spells).out.at, plan.endsAt, rules.earlyOutSeconds, rules.lateOutSeconds)
    : null;
  if (start === null && end === null) return NOT_HELD;
  return { start, end };
}

/** A shift, what was planned, and where it is held to that. */
export interface PlannedShift<Start extends ShiftToPlan = ShiftToPlan> {
  readonly start: Start;
  /** Null where it was not planned. */
  readonly match: PlanMatch | null;
  readonly held: Held;
}

/** Every shift with its plan, held to it as its rules say. Shifts and plans go in order of time. */
export function holdToPlans<Start extends ShiftToPlan>(
  starts: readonly Start[],
  plans: readonly Plan[],
): PlannedShift<Start>[] {
  if (plans.length === 0) return starts.map((start) => ({ start, match: null, held: NOT_HELD }));
  return matchPlans(starts, plans).map(({ start, match }) => ({
    start,
    match,
    held: match === null ? NOT_HELD : holdToPlan(start.shift, match, start.rulebook.hold),
  }));
}
