import { days } from '../../kinds/example.ts';
import type { Rulebook } from '../schema.ts';
import { base } from './base.ts';

/** A plain week: over 40 hours at time and a half. */
export const fortyHourWeek: Rulebook = {
  ...base,
  name: 'Forty-hour week',
  source: '29 CFR 778.104 to 778.110 and 785.18 (recalled from memory, text not at hand)',
  overtime: [{ name: 'Over 40 hours', basis: 'workweek', tiers: [{ above: 'PT40H', multiplier: 1.5 }] }],
  proofDays: [
    {
      name: 'Forty-six hours: forty ordinary, six overtime',
      punches: days('2026-10-19', [8, 17], [8, 17], [8, 17], [8, 17], [8, 18]),
      gives: { ordinary: '40', 'overtime-1.5': '6' },
    },
  ],
};
