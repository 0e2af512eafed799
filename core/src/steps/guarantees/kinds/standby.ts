import * as v from 'valibot';
import { on } from '../../../reference/example.ts';
import { name, names } from '../../../time/schemas.ts';
import { defineGuarantee } from '../define.ts';

/** So much for each planned hour on call that was not worked. */
export const standby = defineGuarantee({
  name: 'standby',
  sentence: '{guaranteed} for planned hours on call that were not worked',
  says: 'Pays a `share` of every hour planned in one of `jobs`, in which somebody was to be reached, that was not worked.',
  settings: {
    name,
    share: v.pipe(
      v.number(),
      v.gtValue(0, 'A share is more than 0.'),
      v.maxValue(1, 'A share is at most 1.'),
    ),
    jobs: names,
  },
  owes(settings, resolver) {
    const jobs = resolver.jobs(settings.jobs, 'jobs');
    return ({ workday, plans, allShifts }) =>
      plans
        .filter((plan) => plan.workday === workday && plan.job !== null && jobs?.has(plan.job))
        .map(({ startsAt, endsAt, job, department }) => {
          let worked = 0;
          for (const { rounded } of allShifts)
            for (const { start, end } of rounded)
              worked += Math.max(0, Math.min(end, endsAt) - Math.max(start, startsAt));
          const guaranteedSeconds = Math.floor((endsAt - startsAt - worked) * settings.share);
          return { job, department, site: null, guaranteedSeconds, workedSeconds: 0 };
        });
  },
  example: {
    rules: { guarantees: [{ kind: 'standby', name: 'On call', share: 0.25, jobs: ['On call'] }] },
    day: {
      punches: on('2026-10-20', '20:00 in', '22:00 out'),
      plans: [{ from: '2026-10-20 18:00', to: '2026-10-21 04:00', job: 'On call' }],
      gives: { ordinary: '2', 'guarantee:On call': '2' },
    },
  },
});
