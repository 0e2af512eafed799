import { on } from '../../../kinds/example.ts';
import { date, dayCount } from '../../../time/schemas.ts';
import { type Workday, workday, workdayFromIso } from '../../../time/units.ts';
import { defineBasis } from '../define.ts';

/** Hours of a fixed cycle of days, counted from an anchor date on and before it. */
export const cycle = defineBasis({
  name: 'cycle',
  says: 'The hours of a fixed cycle of so many `days`, counted from the date `anchor`.',
  settings: { days: dayCount(366), anchor: date },
  crossesWeeks: () => true,
  compile({ days, anchor }) {
    const from = workdayFromIso(anchor);
    const firstOf = (day: Workday) => from + Math.floor((day - from) / days) * days;
    return {
      bucketOfDay: firstOf,
      reach: ({ first, last }) => ({
        first: workday(firstOf(first)),
        last: workday(firstOf(last) + days - 1),
      }),
    };
  },
  example: {
    rules: {
      overtime: [
        {
          name: 'Over 12 hours in two days',
          basis: { of: 'cycle', days: 2, anchor: '2026-10-19' },
          tiers: [{ above: 'PT12H', multiplier: 1.5 }],
        },
      ],
    },
    day: {
      punches: [...on('2026-10-19', '08:00 in', '16:00 out'), ...on('2026-10-20', '08:00 in', '16:00 out')],
      gives: { ordinary: '12', 'overtime-1.5': '4' },
    },
  },
});
