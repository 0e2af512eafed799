import { on } from '../../kinds/example.ts';
import { defineCorrection } from '../define.ts';
import { stretch } from '../fields.ts';
import { endsAfterStart } from '../stretch.ts';

/** A meal that was taken and not punched. */
export const setMeal = defineCorrection({
  name: 'set-meal',
  label: 'Meal set',
  says: 'Somebody had a meal from one time to another and did not punch: what of it would be paid is not, and it is a meal like a punched one, neither rounded nor paid for being short.',
  sentence: 'Meal from {from} to {to}',
  settings: stretch,
  cannotBe: endsAfterStart,
  touches: ({ from, to }) => ({ instants: [from, to] }),
  lay({ from, to }, { meals }) {
    meals.push({ from, to });
  },
  example: {
    rules: {},
    day: {
      punches: on('2026-10-19', '08:00 in', '17:00 out'),
      corrections: [{ do: 'set-meal', from: '2026-10-19 12:00', to: '2026-10-19 12:40' }],
      gives: { ordinary: '8.33' },
    },
  },
});
