import * as v from 'valibot';
import { on } from '../../../kinds/example.ts';
import { definePremiumCondition } from '../define.ts';

/** Hours that were planned: somebody's premium then goes by the plan of the shift, not by when they punched. */
export const withinPlan = definePremiumCondition({
  name: 'withinPlan',
  says: 'Only for hours inside the planned shift: who comes early or stays late is paid the premium as planned.',
  settings: { withinPlan: v.optional(v.literal(true)) },
  compile: (settings) =>
    settings.withinPlan === undefined
      ? null
      : {
          meets: ({ start, shift: { match } }) =>
            match !== null && start >= match.plan.startsAt && start < match.plan.endsAt,
          nextEdge: (at, { shift: { match } }) =>
            [match?.plan.startsAt, match?.plan.endsAt].find((edge) => edge !== undefined && edge > at) ??
            Number.POSITIVE_INFINITY,
        },
  example: {
    rules: { premiums: [{ name: 'Night', from: '22:00', to: '06:00', withinPlan: true }] },
    day: {
      punches: [...on('2026-10-20', '22:00 in'), ...on('2026-10-21', '07:00 out')],
      plans: [{ from: '2026-10-20 23:00', to: '2026-10-21 05:00' }],
      gives: { ordinary: '9', 'premium:Night': '6' },
    },
  },
});
