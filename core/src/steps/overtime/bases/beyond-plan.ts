import type { Basis } from '../types.ts';

/** Hours of one workday that lie outside every planned shift. */
export const beyondPlan: Basis = {
  name: 'beyond plan',
  bucketOfDay: (day) => day,
  covers: ({ start }, { plans }) => !plans.some((plan) => start >= plan.startsAt && start < plan.endsAt),
  nextEdge: (at, _segment, { plans }) => {
    let next = Number.POSITIVE_INFINITY;
    for (const { startsAt, endsAt } of plans) {
      if (startsAt > at) next = Math.min(next, startsAt);
      if (endsAt > at) next = Math.min(next, endsAt);
    }
    return next;
  },
};
