import type { Rulebook } from '@heath/core';

/** Afloat: two daily tiers, then the week; nights are paid extra. */
export const harborAgreement: Rulebook = {
  name: 'Harbor agreement',
  pairing: { repeatWindow: 'PT2M', longestSpell: 'PT14H', shiftGap: 'PT4H' },
  rounding: [],
  breaks: { paidUpTo: 'PT20M' },
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
    },
    { name: 'Over 40 hours a week', basis: 'workweek', tiers: [{ above: 'PT40H', multiplier: 1.5 }] },
  ],
  premiums: [{ name: 'Night', from: '22:00', to: '06:00' }],
};
