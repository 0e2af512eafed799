import { on } from '../../kinds/example.ts';
import { mealFault } from '../meal-fault.ts';

/** A meal that was due and never taken. */
export const mealMissed = mealFault('missed', {
  label: 'Meal missed',
  sentence: 'A meal was due and not taken',
  says: 'A meal that was due and never taken.',
  day: {
    punches: on('2026-10-19', '08:00 in', '14:00 out'),
    gives: { ordinary: '6' },
    exceptions: ['meal-missed'],
  },
});
