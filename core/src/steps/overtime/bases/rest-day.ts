import { on } from '../../../kinds/example.ts';
import { defineBasis } from '../define.ts';

/** Hours of a workday on which the calendar has this person resting. */
export const restDay = defineBasis({
  name: 'rest day',
  says: 'The hours of a workday on which somebody was to rest.',
  settings: {},
  cannotBe: (_settings, { on: kinds }) =>
    kinds?.restDays === 'never'
      ? [
          {
            field: 'on.restDays',
            reason: 'A rule for rest days that never applies on one pays nothing: change one of the two.',
          },
        ]
      : [],
  compile: () => ({
    mayApply: ({ calendar, workedDays }) => workedDays.some((day) => calendar.restDays.has(day)),
    bucketOfDay: (day, { calendar }) => (calendar.restDays.has(day) ? day : null),
  }),
  example: {
    rules: { overtime: [{ name: 'Rest day', basis: 'rest day', tiers: [{ multiplier: 2 }] }] },
    day: {
      punches: on('2026-10-19', '08:00 in', '12:00 out'),
      restDays: ['2026-10-19'],
      gives: { 'overtime-2': '4' },
    },
  },
});
