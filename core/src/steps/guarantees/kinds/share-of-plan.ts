import * as v from 'valibot';
import { on } from '../../../kinds/example.ts';
import type { ComputedShift } from '../../../model/computed-shift.ts';
import type { Plan } from '../../../model/plan.ts';
import { durationSeconds } from '../../../time/lengths.ts';
import { duration, name } from '../../../time/schemas.ts';
import { shareOf } from '../../../time/share.ts';
import { automaticLength } from '../../breaks/automatic-meal.ts';
import { defineGuarantee } from '../define.ts';
import { owedFor } from '../of-shift.ts';

/** A planned shift cut short, topped up to a share of its plan. */
export const shareOfPlan = defineGuarantee({
  name: 'share of plan',
  sentence: '{guaranteed} of the plan are paid; {worked} of it worked',
  says: 'Tops up a planned shift that was cut short to a `share` of its plan, at least `least` and at most `most`. The plan is measured without its unpaid breaks and its automatic meal; whoever worked the share has nothing more.',
  settings: {
    name,
    share: v.pipe(
      v.number(),
      v.gtValue(0, 'A share is more than 0.'),
      v.maxValue(1, 'A share is at most 1.'),
    ),
    least: v.optional(duration),
    most: v.optional(duration),
  },
  cannotBe: ({ least, most }) =>
    least !== undefined && most !== undefined && durationSeconds(least) > durationSeconds(most)
      ? [{ field: 'most', reason: `It is less than the least, ${least}: make it as long or longer.` }]
      : [],
  per: 'shift',
  compile({ share, least = 'PT0S', most }) {
    const leastSeconds = durationSeconds(least);
    const mostSeconds = most === undefined ? Number.POSITIVE_INFINITY : durationSeconds(most);
    return {
      owes: ({ shifts, allShifts }) =>
        shifts.flatMap((shift) => {
          if (!shift.match?.isLast) return [];
          const { plan } = shift.match;
          const own = allShifts.filter((other) => other.match?.plan === plan);
          const worked = own.reduce((sum, other) => sum + other.payableSeconds, 0);
          const owed = shareOf(workPlanned(plan, own, shift.rules.breaks), share);
          if (worked >= owed) return [];
          return owedFor(shift, Math.min(Math.max(owed, leastSeconds), mostSeconds), worked);
        }),
    };
  },
  example: {
    rules: {
      guarantees: [{ kind: 'share of plan', name: 'Sent home', share: 0.5, least: 'PT2H', most: 'PT4H' }],
    },
    day: {
      punches: on('2026-10-20', '08:00 in', '09:00 out'),
      plans: [{ from: '2026-10-20 08:00', to: '2026-10-20 18:00' }],
      gives: { ordinary: '1', 'guarantee:Sent home': '3' },
    },
  },
});

/** Seconds of a plan that are work: without the unpaid breaks that its shifts had, and without the automatic meal that is due for so much work. */
function workPlanned(
  { startsAt, endsAt }: Plan,
  shifts: readonly ComputedShift[],
  { automaticMeal }: ComputedShift['rules']['breaks'],
): number {
  let breaks = 0;
  let meals = 0;
  for (const { breaks: taken } of shifts)
    for (const { start, end, kind } of taken.unpaid) {
      if (kind === 'automatic-meal' || kind === 'not-worked') continue;
      breaks += end - start;
      if (kind !== 'break') meals += end - start;
    }
  const work = Math.max(0, endsAt - startsAt - breaks);
  return automaticMeal === null ? work : work - automaticLength(automaticMeal, work, meals);
}
