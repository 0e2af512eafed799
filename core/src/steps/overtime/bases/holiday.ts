import type { Basis } from '../types.ts';

/** Hours of a workday that the calendar names as a holiday. */
export const holiday: Basis = {
  name: 'holiday',
  mayApply: ({ calendar, workedDays }) => workedDays.some((day) => calendar.holidays.has(day)),
  bucketOfDay: (day, { calendar }) => (calendar.holidays.has(day) ? day : null),
};
