import type { Rulebook } from '../schema.ts';
import { base } from './base.ts';

/** Supplements are added together: an hour late at night on a holiday earns each of them. */
export const supplementsAdded: Rulebook = {
  ...base,
  name: 'Supplements added together',
  source: 'Common practice, no source',
  workday: { startsAt: '00:00', shiftBelongsTo: 'split at the line' },
  overtime: [
    { name: 'Over 8 hours a day', basis: 'workday', tiers: [{ above: 'PT8H', multiplier: 1.25 }] },
    {
      name: 'Evening',
      basis: { of: 'clock time', after: '20:00', until: '06:00' },
      tiers: [{ multiplier: 1.25 }],
    },
    { name: 'Holiday', basis: 'holiday', tiers: [{ multiplier: 2 }] },
  ],
  overtimeMeets: { mode: 'added together' },
  proofDays: [
    {
      name: 'Twelve to twenty-two on a holiday: eight hours double, two with all three',
      punches: ['2026-12-25 12:00 in', '2026-12-25 22:00 out'],
      holidays: ['2026-12-25'],
      gives: { 'overtime-2': '8', 'overtime-2.5': '2' },
    },
    {
      name: 'The same on another day',
      punches: ['2026-10-20 12:00 in', '2026-10-20 22:00 out'],
      gives: { ordinary: '8', 'overtime-1.5': '2' },
    },
  ],
};
