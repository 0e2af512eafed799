import * as v from 'valibot';
import { on } from '../../../kinds/example.ts';
import { names } from '../../../time/schemas.ts';
import { definePremiumCondition } from '../define.ts';

/** Work in one of some jobs, as the punch that began it says. */
export const jobs = definePremiumCondition({
  name: 'jobs',
  says: 'Only for work in one of these jobs.',
  settings: { jobs: v.optional(names) },
  compile(settings, resolver) {
    const among = resolver.jobs(settings.jobs, 'jobs');
    if (among === null) return null;
    return { meets: ({ from }) => from.job !== null && among.has(from.job) };
  },
  example: {
    rules: { premiums: [{ name: 'Heights', jobs: ['Mast'] }] },
    day: {
      punches: on('2026-10-19', '08:00 in Deck', '12:00 job-change Mast', '16:00 out'),
      gives: { ordinary: '8', 'premium:Heights': '4' },
    },
  },
});
