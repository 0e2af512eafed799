import type { Plan } from '../../model/plan.ts';
import type { PlanMatch } from '../../model/plan-match.ts';
import { firstPunch, lastPunch } from '../../model/shift.ts';
import { SECONDS_PER_DAY } from '../../time/units.ts';
import type { ShiftToPlan } from './types.ts';

/**
 * The plan of each shift: the one it overlaps most, else the nearest within its reach; null where it was not planned. Both lists go
 * in order of time.
 */
export function matchPlans<Start extends ShiftToPlan>(
  starts: readonly Start[],
  plans: readonly Plan[],
): { readonly start: Start; readonly match: PlanMatch | null }[] {
  const lastOf = new Map<Plan, PlanMatch>();
  let earliest = 0;
  return starts.map((start) => {
    const from = firstPunch(start.shift).at;
    const to = lastPunch(start.shift).at;
    const reach = start.rulebook.hold.reachSeconds;
    while ((plans[earliest]?.endsAt ?? from) < from - 2 * SECONDS_PER_DAY) earliest++;
    let best: Plan | null = null;
    // Overlap counts positive, distance negative; touching or nearer by reach is still a match.
    let bestOverlap = -reach - 1;
    for (let p = earliest; p < plans.length; p++) {
      const plan = plans[p];
      if (plan === undefined || plan.startsAt > to + reach) break;
      const overlap = Math.min(to, plan.endsAt) - Math.max(from, plan.startsAt);
      if (overlap > bestOverlap) {
        best = plan;
        bestOverlap = overlap;
      }
    }
    if (best === null) return { start, match: null };
    const before = lastOf.get(best);
    if (before !== undefined) before.isLast = false;
    const match: PlanMatch = { plan: best, isFirst: before === undefined, isLast: true };
    lastOf.set(best, match);
    return { start, match };
  });
}
