import type { Plan } from '../../model/plan.ts';
import { defineException } from '../define.ts';
import { planNotWorked } from '../ways.ts';

/** A plan that is over, that nobody worked and no leave explains. */
export const absent = defineException({
  name: 'absent',
  label: 'Planned, nobody came',
  sentence: 'Nobody came; {measured} were planned',
  says: 'A plan that is over, that was not worked and that no leave explains.',
  measures: 'time',
  ways: planNotWorked,
  leave: ({ at }) => ({
    role: 'leave',
    saysOf: (code) => ({ kind: 'absence-leave', planStartsAt: at, code }),
  }),
  unlessSaid: 'off',
  settings: {},
  limits: () => ({}),
  find: ({ shifts, plans, leave, asOf }, ruleOn) => {
    const worked = new Set<Plan>();
    for (const { match } of shifts) if (match !== null) worked.add(match.plan);
    if (worked.size === plans.length) return [];
    return plans
      .filter(({ endsAt }) => asOf === null || endsAt <= asOf)
      .filter((plan) => !worked.has(plan) && !leave.some(({ workday }) => workday === plan.workday))
      .flatMap(({ workday, startsAt, endsAt }) => {
        const severity = ruleOn(workday)?.severity;
        if (severity === undefined) return [];
        return [{ severity, workday, at: startsAt, about: `plan-${startsAt}`, measured: endsAt - startsAt }];
      });
  },
  example: {
    rules: { exceptions: { absent: { severity: 'to look at' } } },
    day: {
      punches: [],
      plans: [{ from: '2026-10-19 08:00', to: '2026-10-19 16:00' }],
      gives: {},
      exceptions: ['absent'],
    },
  },
});
