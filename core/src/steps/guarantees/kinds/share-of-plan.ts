import * as v from 'valibot';
import { on } from '../../../reference/example.ts';
import { durationSeconds } from '../../../time/lengths.ts';
import { duration, name } from '../../../time/schemas.ts';
import { defineGuarantee } from '../define.ts';
import { owedFor } from '../of-shift.ts';

/** A planned shift cut short, topped up to a share of its plan. */
export const shareOfPlan = defineGuarantee({
  name: 'share of plan',
  sentence: '{guaranteed} of the plan are paid; {worked} of it worked',
  says: 'Tops up a planned shift that was cut short to a `share` of its plan, at least `least` and at most `most`.',
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
  owes({ share, least = 'PT0S', most }) {
    const leastSeconds = durationSeconds(least);
    const mostSeconds = most === undefined ? Number.POSITIVE_INFINITY : durationSeconds(most);
    return ({ shifts, allShifts }) =>
      shifts.flatMap((shift) => {
        if (!shift.match?.isLast) return [];
        const { plan } = shift.match;
        const worked = allShifts
          .filter((other) => other.match?.plan === plan)
          .reduce((sum, other) => sum + other.payableSeconds, 0);
        const owed = Math.floor((plan.endsAt - plan.startsAt) * share);
        return owedFor(shift, Math.min(Math.max(owed, leastSeconds), mostSeconds), worked);
      });
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
