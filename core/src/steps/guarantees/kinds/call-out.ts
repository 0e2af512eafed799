import * as v from 'valibot';
import { on } from '../../../kinds/example.ts';
import { durationSeconds } from '../../../time/lengths.ts';
import { duration, name, names } from '../../../time/schemas.ts';
import { workweekOf } from '../../workday/workday.ts';
import { defineGuarantee } from '../define.ts';
import { owedFor } from '../of-shift.ts';

/** A shift that was called for, topped up to a least length. */
export const callOut = defineGuarantee({
  name: 'call-out',
  sentence: '{guaranteed} are paid for being called; {worked} of it worked',
  says: 'Tops up a shift to `least`: one that starts in one of `jobs` or, without them, one that was not planned in a week that has plans. Marked as not worked.',
  settings: { name, least: duration, jobs: v.optional(names) },
  per: 'shift',
  compile(settings, resolver) {
    const least = durationSeconds(settings.least);
    const jobs = resolver.jobs(settings.jobs, 'jobs');
    return {
      owes({ workday, shifts, plans, weekStartsOn }) {
        const week = workweekOf(workday, weekStartsOn);
        // Where nothing at all was planned, nothing tells a call-out from a shift.
        const hasPlans = plans.some((plan) => plan.workday >= week && plan.workday < week + 7);
        const isCalled = (job: number | null | undefined, isPlanned: boolean) =>
          jobs === null ? hasPlans && !isPlanned : job != null && [...jobs].some((one) => one === job);
        return shifts
          .filter(({ spells, match }) => isCalled(spells[0]?.in.job, match !== null))
          .flatMap((shift) => owedFor(shift, least, shift.payableSeconds));
      },
    };
  },
  example: {
    rules: { guarantees: [{ kind: 'call-out', name: 'Call-out', least: 'PT4H', jobs: ['Storm duty'] }] },
    day: {
      punches: on('2026-10-20', '14:00 in Storm duty', '15:30 out'),
      gives: { ordinary: '1.5', 'guarantee:Call-out': '2.5' },
    },
  },
});
