import * as v from 'valibot';
import { on } from '../../../kinds/example.ts';
import { durationSeconds } from '../../../time/lengths.ts';
import { duration, name } from '../../../time/schemas.ts';
import { defineGuarantee } from '../define.ts';
import { owedFor } from '../of-shift.ts';

const FAULTS = ['missed', 'short', 'late'] as const;

/** For meals that were due and missed, short or late. */
export const mealPremium = defineGuarantee({
  name: 'meal premium',
  sentence: '{guaranteed} for {times} meals at fault',
  says: 'Pays so much for each meal due that was `missed`, `short` or `late`, at most so many times a workday. It needs `breaks.mealsDue`.',
  settings: {
    name,
    pays: duration,
    atMostPerWorkday: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1))),
    for: v.optional(v.pipe(v.array(v.picklist(FAULTS)), v.minLength(1))),
  },
  cannotBe: (_settings, { breaks }) =>
    breaks.mealsDue === undefined
      ? [{ field: 'kind', reason: 'A meal premium needs to know which meals are due: give breaks.mealsDue.' }]
      : [],
  per: 'workday',
  compile({ pays, atMostPerWorkday = 1, for: kinds = FAULTS }) {
    const paid = durationSeconds(pays);
    return {
      owes({ shifts }) {
        // A meal both short and late is one meal.
        const meals = shifts.map(
          ({ breaks }) =>
            new Set(breaks.mealFaults.filter(({ kind }) => kinds.includes(kind)).map(({ nth }) => nth)).size,
        );
        const times = Math.min(
          meals.reduce((sum, each) => sum + each, 0),
          atMostPerWorkday,
        );
        return owedFor(shifts[0], times * paid, 0, times);
      },
    };
  },
  example: {
    rules: {
      breaks: {
        paidUpTo: 'PT20M',
        mealsDue: [{ whenWorkOver: 'PT5H', startsBy: 'PT5H', least: 'PT30M' }],
      },
      guarantees: [{ kind: 'meal premium', name: 'Meal premium', pays: 'PT1H', for: ['missed'] }],
    },
    day: {
      punches: on('2026-10-20', '08:00 in', '14:00 out'),
      gives: { ordinary: '6', 'guarantee:Meal premium': '1' },
    },
  },
});
