import { on } from '../../../kinds/example.ts';
import { defineBasis } from '../define.ts';

/** Hours of a workday that the calendar names as a holiday. */
export const holiday = defineBasis({
  name: 'holiday',
  says: 'The hours of a holiday.',
  settings: {},
  cannotBe: (_settings, { on: kinds }) =>
    kinds?.holidays === 'never'
      ? [
          {
            field: 'on.holidays',
            reason: 'A rule for holidays that never applies on one pays nothing: change one of the two.',
          },
        ]
      : [],
  compile: () => ({
    mayApply: ({ calendar, workedDays }) => workedDays.some((day) => calendar.holidays.has(day)),
    bucketOfDay: (day, { calendar }) => (calendar.holidays.has(day) ? day : null),
  }),
  example: {
    rules: { overtime: [{ name: 'Holiday', basis: 'holiday', tiers: [{ multiplier: 2 }] }] },
    day: {
      punches: on('2026-10-19', '08:00 in', '12:00 out'),
      holidays: ['2026-10-19'],
      gives: { 'overtime-2': '4' },
    },
  },
});
