import type { Rulebook } from '@heath/core';

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
      tiers: [
        { above: 'PT8H', multiplier: 1.5 },
        { above: 'PT10H', multiplier: 2 },
      ],
      least: 'PT30M',
    },
    { name: 'Over 40 hours a week', basis: 'workweek', tiers: [{ above: 'PT40H', multiplier: 1.5 }] },
  ],
  premiums: [{ name: 'Night', from: '22:00', to: '06:00' }],
};
