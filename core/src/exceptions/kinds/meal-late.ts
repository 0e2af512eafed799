import { on } from '../../kinds/example.ts';
import { mealFault } from '../meal-fault.ts';

/** A meal that was due and began after more work than allowed. */
export const mealLate = mealFault('late', {
  label: 'Meal too late',
  sentence: 'A meal that began after {measured} of work[, more than {limit}]',
  says: 'A meal that was due and began after more work than allowed.',
  day: {
    punches: on('2026-10-19', '08:00 in', '13:30 meal-out', '14:00 meal-in', '17:00 out'),
    gives: { ordinary: '8.5' },
    exceptions: ['meal-late'],
  },
});
