import { days } from '../../kinds/example.ts';
import type { Rulebook } from '../schema.ts';
import { base } from './base.ts';

/** Eight hours a day and eighty in fourteen days, whichever comes first for an hour. */
export const hospitalFortnight: Rulebook = {
  ...base,
  name: 'Hospital fortnight',
  source: '29 CFR 778.601, the 8 and 80 system (recalled from memory, text not at hand)',
  overtime: [
    { name: 'Over 8 hours a day', basis: 'workday', tiers: [{ above: 'PT8H', multiplier: 1.5 }] },
    {
      name: 'Over 80 hours in 14 days',
      basis: { of: 'cycle', days: 14, anchor: '2026-01-05' },
      tiers: [{ above: 'PT80H', multiplier: 1.5 }],
    },
  ],
  premiums: [{ name: 'Night', from: '19:00', to: '07:00', least: 'PT2H' }],
  proofDays: [
    {
      name: 'Forty-eight hours in one week and thirty-two in the other are all ordinary',
      punches: days(
        '2026-10-12',
        [7, 15],
        [7, 15],
        [7, 15],
        [7, 15],
        [7, 15],
        [7, 15],
        null,
        [7, 15],
        [7, 15],
        [7, 15],
        [7, 15],
      ),
      gives: { ordinary: '80' },
    },
    {
      name: 'A twelve-hour day has four hours of overtime',
      punches: days('2026-10-12', [7, 19]),
      gives: { ordinary: '8', 'overtime-1.5': '4' },
    },
  ],
};
