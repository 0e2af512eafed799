import { on } from '../../kinds/example.ts';
import { mealFault } from '../meal-fault.ts';

/** A meal that was due and ended too soon. */
export const mealShort = mealFault('short', {
  label: 'Meal too short',
  sentence: 'A meal of {measured}[, shorter than {limit}]',
  says: 'A meal that was due and ended too soon.',
  day: {
    punches: on('2026-10-19', '08:00 in', '12:00 meal-out', '12:25 meal-in', '17:00 out'),
    gives: { ordinary: '8.58' },
    exceptions: ['meal-short'],
  },
});
