import { on } from '../../kinds/example.ts';
import { defineCorrection } from '../define.ts';
import { at } from '../fields.ts';

/** A meal that somebody worked through. */
export const cancelMeal = defineCorrection({
  name: 'cancel-meal',
  label: 'Meal canceled',
  says: 'The meal around a time is paid, because somebody worked through it: the punched one where there is one, else the automatic one of that shift.',
  sentence: 'Meal at {at} canceled',
  settings: { at },
  touches: ({ at }) => ({ instants: [at] }),
  lay({ at }, { canceledMeals }) {
    canceledMeals.push(at);
  },
  example: {
    rules: {},
    day: {
      punches: on('2026-10-19', '08:00 in', '12:00 meal-out', '12:40 meal-in', '17:00 out'),
      corrections: [{ do: 'cancel-meal', at: '2026-10-19 12:20' }],
      gives: { ordinary: '9' },
    },
  },
});
