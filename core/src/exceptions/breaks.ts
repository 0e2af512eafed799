import type { MealFault } from '../steps/breaks/types.ts';
import { atPunch, ofShifts } from './of-shifts.ts';
import type { ExceptionFinder } from './types.ts';

const mealFault = (kind: MealFault['kind']): ExceptionFinder =>
  ofShifts(`meal-${kind}`, (shift) =>
    shift.breaks.mealFaults
      .filter((fault) => fault.kind === kind)
      .map(({ at, nth, seconds, due }) => ({
        at,
        about: `${shift.workday}-${shift.spells[0]!.in.at}-${nth}`,
        measured: seconds,
        limit: kind === 'late' ? due.startsBySeconds : due.leastSeconds,
      })),
  );

/** A meal that was due and never taken. */
export const mealMissed = mealFault('missed');
/** A meal that ended too soon. */
export const mealShort = mealFault('short');
/** A meal that began after more work than allowed. */
export const mealLate = mealFault('late');

/** More break time than is paid. */
export const breakOver: ExceptionFinder = ofShifts('break-over', ({ breaks, spells }, { limitSeconds }) =>
  breaks.breakOverSeconds > limitSeconds
    ? atPunch(spells[0]!.in, breaks.breakOverSeconds, limitSeconds)
    : null,
);
