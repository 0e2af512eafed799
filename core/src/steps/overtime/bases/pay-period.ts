import { on } from '../../../kinds/example.ts';
import { periodsOver } from '../../../time/spans.ts';
import { defineBasis } from '../define.ts';

/** Hours of one pay period; days of no known period do not count. */
export const payPeriod = defineBasis({
  name: 'pay period',
  says: 'The hours of one pay period.',
  settings: {},
  crossesWeeks: () => true,
  compile: () => ({
    bucketOfDay: (day, { payPeriods }) =>
      payPeriods.find(({ first, last }) => day >= first && day <= last)?.first ?? null,
    reach: (days, { payPeriods }) => periodsOver(days, payPeriods),
  }),
  example: {
    rules: {
      overtime: [
        { name: 'Over 12 hours', basis: 'pay period', tiers: [{ above: 'PT12H', multiplier: 1.5 }] },
      ],
    },
    day: {
      punches: [...on('2026-10-19', '08:00 in', '16:00 out'), ...on('2026-10-20', '08:00 in', '16:00 out')],
      gives: { ordinary: '12', 'overtime-1.5': '4' },
    },
  },
});
