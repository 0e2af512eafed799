import { on } from '../../../kinds/example.ts';
import { dayCount } from '../../../time/schemas.ts';
import { workweekOf, workweeksOver } from '../../workday/workday.ts';
import { defineBasis } from '../define.ts';

/** Hours of the nth workday in a row within one workweek, and of those after it in the same row. */
export const consecutiveWorkday = defineBasis({
  name: 'consecutive workday',
  says: 'The hours of the `nth` workday in a row within one workweek, and of those after it in the same row.',
  settings: { nth: dayCount(7) },
  compile: ({ nth }) => ({
    bucketOfDay: (day, { workedDays, weekStartsOn }) => {
      const week = workweekOf(day, weekStartsOn);
      const at = workedDays.indexOf(day);
      if (at < 0) return null;
      let run = 1;
      while (at - run >= 0 && workedDays[at - run] === day - run && day - run >= week) run++;
      return run >= nth ? day : null;
    },
    reach: (days, { weekStartsOn }) => workweeksOver(days, weekStartsOn),
  }),
  example: {
    rules: {
      overtime: [
        {
          name: 'Second day in a row',
          basis: { of: 'consecutive workday', nth: 2 },
          tiers: [{ multiplier: 1.5 }],
        },
      ],
    },
    day: {
      punches: [...on('2026-10-19', '08:00 in', '12:00 out'), ...on('2026-10-20', '08:00 in', '12:00 out')],
      gives: { ordinary: '4', 'overtime-1.5': '4' },
    },
  },
});
