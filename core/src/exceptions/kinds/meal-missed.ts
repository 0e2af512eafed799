import { on } from '../../reference/example.ts';
import { mealFault } from '../meal-fault.ts';

/** A meal that was due and never taken. */
export const mealMissed = mealFault('missed', {
  label: 'Meal missed',
  says: 'A meal that was due and never taken.',
  example: {
    rules: {
      breaks: {
        paidUpTo: 'PT20M',
        mealsDue: [{ whenWorkOver: 'PT5H', startsBy: 'PT5H', least: 'PT30M' }],
      },
    },
    day: {
      punches: on('2026-10-19', '08:00 in', '14:00 out'),
      gives: { ordinary: '6' },
      exceptions: ['meal-missed'],
    },
  },
});
