import type { Basis } from '../types.ts';

/** Hours of a workday on which the calendar has this person resting. */
export const restDay: Basis = {
  name: 'rest day',
  mayApply: ({ calendar, workedDays }) => workedDays.some((day) => calendar.restDays.has(day)),
  bucketOfDay: (day, { calendar }) => (calendar.restDays.has(day) ? day : null),
};
