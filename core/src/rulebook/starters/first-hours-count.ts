import { days } from '../../kinds/example.ts';
import type { Rulebook } from '../schema.ts';
import { base } from './base.ts';

/** Only the first eight hours of each day count toward the week; what is beyond them is paid by the day. */
export const firstHoursCount: Rulebook = {
  ...base,
  name: 'First hours count toward the week',
  source: 'Common practice, no source',
  overtime: [
    { name: 'Over 10 hours a day', basis: 'workday', tiers: [{ above: 'PT10H', multiplier: 1.5 }] },
    {
      name: 'Over 40 hours a week',
      basis: 'workweek',
      tiers: [{ above: 'PT40H', multiplier: 1.5 }],
      countsAtMostPerWorkday: 'PT8H',
    },
  ],
  proofDays: [
    {
      name: 'Five days of nine hours: forty count, none is over',
      punches: days('2026-10-19', [8, 17], [8, 17], [8, 17], [8, 17], [8, 17]),
      gives: { ordinary: '45' },
    },
    {
      name: 'Six days of nine hours: forty-eight count, eight are over',
      punches: days('2026-10-19', [8, 17], [8, 17], [8, 17], [8, 17], [8, 17], [8, 17]),
      gives: { ordinary: '46', 'overtime-1.5': '8' },
    },
  ],
};
