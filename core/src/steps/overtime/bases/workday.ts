import { on } from '../../../kinds/example.ts';
import { defineBasis } from '../define.ts';

/** Hours of one workday. */
export const workday = defineBasis({
  name: 'workday',
  says: 'The hours of one workday.',
  settings: {},
  compile: () => ({ bucketOfDay: (day) => day }),
  example: {
    rules: {
      overtime: [{ name: 'Over 8 hours', basis: 'workday', tiers: [{ above: 'PT8H', multiplier: 1.5 }] }],
    },
    day: {
      punches: on('2026-10-19', '08:00 in', '17:00 out'),
      gives: { ordinary: '8', 'overtime-1.5': '1' },
    },
  },
});
