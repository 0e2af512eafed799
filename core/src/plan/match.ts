import { firstPunch, lastPunch, type Shift } from '../pair/types.ts';
import type { Plan } from './types.ts';

/** How near a shift must come to a plan to be the one that was planned, where the rulebook does not say. */
export const DEFAULT_REACH_SECONDS = 2 * 3600;

/** A plan, and whether this shift is the first and the last that was worked of it. */
export interface PlanMatch {
  readonly plan: Plan;
  isFirst: boolean;
  isLast: boolean;
}

/**
 * The plan of each shift: the one it overlaps most, else the nearest within reach; null where it was not planned. Both lists go
 * in order of time.
 *
 * @param reachOf how far a shift may lie from its plan, in seconds
 */
export function matchPlans(
  shifts: readonly Shift[],
  plans: readonly Plan[],
  reachOf: (shift: number) => number,
): (PlanMatch | null)[] {
  const matches: (PlanMatch | null)[] = [];
  if (plans.length === 0) {
    for (let i = 0; i < shifts.length; i++) matches.push(null);
    return matches;
  }
  const lastOf = new Map<Plan, PlanMatch>();
  let earliest = 0;
  for (let i = 0; i < shifts.length; i++) {
    const from = firstPunch(shifts[i]!).at;
    const to = lastPunch(shifts[i]!).at;
    const reach = reachOf(i);
    while (earliest < plans.length && plans[earliest]!.endsAt < from - 2 * 86_400) earliest++;
    let best: Plan | null = null;
    // Overlap counts positive, distance negative; touching or nearer by reach is still a match.
    let bestOverlap = -reach - 1;
    for (let p = earliest; p < plans.length && plans[p]!.startsAt <= to + reach; p++) {
      const overlap = Math.min(to, plans[p]!.endsAt) - Math.max(from, plans[p]!.startsAt);
      if (overlap > bestOverlap) {
        best = plans[p]!;
        bestOverlap = overlap;
      }
    }
    if (best === null) {
      matches.push(null);
      continue;
    }
    const before = lastOf.get(best);
    if (before !== undefined) before.isLast = false;
    const match: PlanMatch = { plan: best, isFirst: before === undefined, isLast: true };
    lastOf.set(best, match);
    matches.push(match);
  }
  return matches;
}
