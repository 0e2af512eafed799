import type { Rulebook } from '@heath/core';
import { watched } from './watched.ts';

/** Night Berth: a shift counts on the day it starts; half an hour is the least overtime that pays. */
export const nightBerthTerms: Rulebook = {
  name: 'Night berth terms',
  pairing: { repeatWindow: 'PT2M', longestSpell: 'PT14H', shiftGap: 'PT4H' },
  rounding: [{ kinds: ['in', 'out'], minutes: 15, toward: 'nearest', turnsAtMinute: 8 }],
  breaks: {
    paidUpTo: 'PT20M',
    automaticMeal: {
      tiers: [{ after: 'PT6H', compare: 'more than', take: 'PT30M' }],
      besidePunched: 'top up',
      placed: { at: 'clock time', time: '02:00' },
    },
  },
  workday: { startsAt: '00:00', shiftBelongsTo: 'day it starts' },
  workweek: { startsOn: 'monday' },
  overtime: [
    {
      name: 'Over 8 hours a day',
      basis: 'workday',
      tiers: [{ above: 'PT8H', forNext: 'PT2H', multiplier: 1.5 }, { multiplier: 2 }],
      least: 'PT30M',
    },
    {
      name: 'Over 40 hours a week',
      basis: 'workweek',
      tiers: [{ above: 'PT40H', multiplier: 1.5 }],
    },
  ],
  premiums: [{ name: 'Night', from: '22:00', to: '06:00' }],
  exceptions: watched,
  proofDays: [
    {
      name: 'The night the clocks go back is an hour longer, and belongs to the day it starts',
      zone: 'Europe/London',
      punches: ['2026-10-24 22:00 in', '2026-10-25 06:00 out'],
      gives: { ordinary: '8', 'overtime-1.5': '0.5', 'premium:Night': '8.5' },
    },
    {
      name: 'Less than half an hour of overtime pays none',
      punches: ['2026-10-20 22:00 in', '2026-10-21 06:45 out'],
      gives: { ordinary: '8.25', 'premium:Night': '7.5' },
    },
  ],
};
