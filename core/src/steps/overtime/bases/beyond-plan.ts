import { on } from '../../../kinds/example.ts';
import { defineBasis } from '../define.ts';

/** Hours of one workday that lie outside every planned shift. */
export const beyondPlan = defineBasis({
  name: 'beyond plan',
  says: 'The hours of one workday that lie outside every planned shift.',
  settings: {},
  compile: () => ({
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
  }),
  example: {
    rules: { overtime: [{ name: 'Beyond the plan', basis: 'beyond plan', tiers: [{ multiplier: 1.5 }] }] },
    day: {
      punches: on('2026-10-19', '08:00 in', '17:00 out'),
      plans: [{ from: '2026-10-19 08:00', to: '2026-10-19 16:00' }],
      gives: { ordinary: '8', 'overtime-1.5': '1' },
    },
  },
});
