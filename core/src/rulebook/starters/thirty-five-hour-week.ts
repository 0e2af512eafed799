import { days } from '../../kinds/example.ts';
import type { Rulebook } from '../schema.ts';
import { base } from './base.ts';

/** Over 35 hours: the first eight a quarter more, then half more. */
export const thirtyFiveHourWeek: Rulebook = {
  ...base,
  name: 'Thirty-five-hour week',
  source: 'Code du travail, articles L3121-27 and L3121-36 (recalled from memory, text not at hand)',
  overtime: [
    {
      name: 'Over 35 hours',
      basis: 'workweek',
      tiers: [{ above: 'PT35H', forNext: 'PT8H', multiplier: 1.25 }, { multiplier: 1.5 }],
    },
  ],
  proofDays: [
    {
      name: 'Forty-five hours',
      punches: days('2026-10-19', [8, 17], [8, 17], [8, 17], [8, 17], [8, 17]),
      gives: { ordinary: '35', 'overtime-1.25': '8', 'overtime-1.5': '2' },
    },
  ],
};
