import type { Rulebook } from '@heath/core';
import { watched } from './watched.ts';

/** Ashore: quarter hours, a half-hour meal after five hours, overtime by the week in two tiers. */
export const shoreTerms: Rulebook = {
  name: 'Shore terms',
  pairing: { repeatWindow: 'PT2M', longestSpell: 'PT14H', shiftGap: 'PT4H' },
  rounding: [{ kinds: ['in', 'out'], minutes: 15, toward: 'nearest', turnsAtMinute: 8 }],
  breaks: {
    paidUpTo: 'PT20M',
    automaticMeal: {
      tiers: [{ after: 'PT5H', compare: 'more than', take: 'PT30M' }],
      besidePunched: 'top up',
      placed: { at: 'after work', after: 'PT4H' },
    },
  },
  workday: { startsAt: '00:00', shiftBelongsTo: 'day it starts' },
  workweek: { startsOn: 'monday' },
  overtime: [
    {
      name: 'Over 40 hours a week',
      basis: 'workweek',
      tiers: [{ above: 'PT40H', forNext: 'PT10H', multiplier: 1.5 }, { multiplier: 2 }],
    },
  ],
  premiums: [{ name: 'Night', from: '22:00', to: '06:00' }],
  exceptions: watched,
  proofDays: [
    {
      name: 'Present from 8:52 to 17:07: quarter hours, and half an hour for the meal',
      punches: ['2026-10-19 08:52 in', '2026-10-19 17:07 out'],
      gives: { ordinary: '7.75' },
    },
  ],
};
