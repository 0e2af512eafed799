import * as v from 'valibot';
import { on } from '../../../kinds/example.ts';
import type { Plan } from '../../../model/plan.ts';
import { name, names } from '../../../time/schemas.ts';
import { shareOf } from '../../../time/share.ts';
import { defineGuarantee } from '../define.ts';
import type { GuaranteedDay } from '../types.ts';

/** So much for each planned hour on call that was not worked. */
export const standby = defineGuarantee({
  name: 'standby',
  sentence: '{guaranteed} for planned hours on call that were not worked',
  says: 'Pays a `share` of every hour planned in one of `jobs`, in which somebody was to be reached, that was not worked. Nothing is held to such a plan, nobody is absent from it, and no other guarantee is measured by it; leave over it replaces its pay.',
  settings: {
    name,
    share: v.pipe(
      v.number(),
      v.gtValue(0, 'A share is more than 0.'),
      v.maxValue(1, 'A share is at most 1.'),
    ),
    jobs: names,
  },
  per: 'workday',
  compile(settings, resolver) {
    const jobs = resolver.jobs(settings.jobs, 'jobs');
    const isCalled = ({ job }: Plan) => job !== null && jobs?.has(job) === true;
    return {
      paysToBeReached: isCalled,
      owes(day) {
        let onLeave = leaveBeyondPlans(day);
        return day.plans
          .filter((plan) => plan.workday === day.workday && isCalled(plan))
          .map((plan) => {
            const free = plan.endsAt - plan.startsAt - workedWithin(plan, day);
            const replaced = Math.min(free, onLeave);
            onLeave -= replaced;
            const guaranteedSeconds = shareOf(free - replaced, settings.share);
            const { job, department } = plan;
            return { job, department, site: null, guaranteedSeconds, workedSeconds: 0 };
          });
      },
    };
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

/** Seconds worked between the ends of a plan. */
function workedWithin({ startsAt, endsAt }: Plan, { allShifts }: GuaranteedDay): number {
  let worked = 0;
  for (const { rounded } of allShifts)
    for (const { start, end } of rounded)
      worked += Math.max(0, Math.min(end, endsAt) - Math.max(start, startsAt));
  return worked;
}

/** Seconds of leave on a day beyond those that stand for its plans to work. */
function leaveBeyondPlans({ workday, leave, toWork }: GuaranteedDay): number {
  let left = 0;
  for (const entry of leave) if (entry.workday === workday && entry.kind === 'leave') left += entry.seconds;
  for (const plan of toWork) if (plan.workday === workday) left -= plan.endsAt - plan.startsAt;
  return Math.max(0, left);
}
