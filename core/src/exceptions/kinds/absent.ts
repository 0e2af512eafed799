import { defineException } from '../define.ts';

/** A plan that is over, that nobody worked and no leave explains. */
export const absent = defineException({
  name: 'absent',
  label: 'Planned, nobody came',
  sentence: 'Nobody came; {measured} were planned',
  says: 'A plan that is over, that was not worked and that no leave explains.',
  measures: 'time',
  unlessSaid: 'off',
  settings: {},
  limits: () => ({}),
  find: ({ shifts, plans, leave, asOf }, ruleOn) => {
    const worked = new Set(shifts.map((shift) => shift.match?.plan));
    return plans.flatMap((plan) => {
      const { workday, startsAt, endsAt } = plan;
      const rule = ruleOn(workday);
      if (rule === undefined || worked.has(plan) || (asOf !== null && endsAt > asOf)) return [];
      if (leave.some((day) => day.workday === workday)) return [];
      const { severity } = rule;
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
