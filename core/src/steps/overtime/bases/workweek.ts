import { on } from '../../../kinds/example.ts';
import { workweekOf, workweeksOver } from '../../workday/workday.ts';
import { defineBasis } from '../define.ts';

/** Hours of one workweek: 168 hours, never averaged with another (29 CFR 778.104, recalled from memory). */
export const workweek = defineBasis({
  name: 'workweek',
  says: 'The hours of one workweek.',
  settings: {},
  compile: () => ({
    bucketOfDay: (day, { weekStartsOn }) => workweekOf(day, weekStartsOn),
    reach: (days, { weekStartsOn }) => workweeksOver(days, weekStartsOn),
  }),
  example: {
    rules: {
      overtime: [{ name: 'Over 12 hours', basis: 'workweek', tiers: [{ above: 'PT12H', multiplier: 1.5 }] }],
    },
    day: {
      punches: [...on('2026-10-19', '08:00 in', '16:00 out'), ...on('2026-10-20', '08:00 in', '16:00 out')],
      gives: { ordinary: '12', 'overtime-1.5': '4' },
    },
  },
});
