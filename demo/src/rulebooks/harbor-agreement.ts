import type { Rulebook } from '@heath/core';
import { watched } from './watched.ts';

/** Afloat: two daily tiers, Sundays and holidays, then the week; nights are paid extra, and a call-out pays four hours at least. */
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
      tiers: [{ above: 'PT8H', forNext: 'PT2H', multiplier: 1.5 }, { multiplier: 2 }],
    },
    { name: 'Sunday', basis: 'workday', on: { weekdays: ['sunday'] }, tiers: [{ multiplier: 1.5 }] },
    { name: 'Holiday', basis: 'holiday', tiers: [{ multiplier: 2 }] },
    { name: 'Over 40 hours a week', basis: 'workweek', tiers: [{ above: 'PT40H', multiplier: 1.5 }] },
  ],
  premiums: [{ name: 'Night', from: '22:00', to: '06:00' }],
  guarantees: [{ kind: 'call-out', name: 'Call-out', least: 'PT4H', jobs: ['storm-duty'] }],
  exceptions: watched,
  proofDays: [
    {
      name: 'Eleven hours: two at time and a half, one double',
      punches: ['2026-10-19 08:00 in', '2026-10-19 19:00 out'],
      gives: { ordinary: '8', 'overtime-1.5': '2', 'overtime-2': '1' },
    },
    {
      name: 'A call-out of an hour and a half pays four hours',
      punches: ['2026-10-20 14:00 in storm-duty', '2026-10-20 15:30 out'],
      gives: { ordinary: '1.5', 'guarantee:Call-out': '2.5' },
    },
    {
      name: 'A Sunday of six hours is all at time and a half',
      punches: ['2026-10-25 10:00 in', '2026-10-25 16:00 out'],
      gives: { 'overtime-1.5': '6' },
    },
  ],
};
