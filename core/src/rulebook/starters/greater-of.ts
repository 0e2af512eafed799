import { days } from '../../kinds/example.ts';
import type { Rulebook } from '../schema.ts';
import { base } from './base.ts';

/** Daily and weekly overtime are each computed alone; the workweek takes the one that gives more. */
export const greaterOf: Rulebook = {
  ...base,
  name: 'Greater of daily and weekly',
  source: 'Common practice, no source',
  overtime: [
    { name: 'Over 8 hours a day', basis: 'workday', tiers: [{ above: 'PT8H', multiplier: 1.5 }] },
    { name: 'Over 40 hours a week', basis: 'workweek', tiers: [{ above: 'PT40H', multiplier: 1.5 }] },
  ],
  overtimeMeets: { mode: 'greater of', groups: [['Over 8 hours a day'], ['Over 40 hours a week']] },
  proofDays: [
    {
      name: 'Three days of twelve hours: daily gives twelve, weekly none',
      punches: days('2026-10-19', [8, 20], [8, 20], [8, 20]),
      gives: { ordinary: '24', 'overtime-1.5': '12' },
    },
    {
      name: 'Six days of eight hours: daily gives none, weekly eight',
      punches: days('2026-10-19', [8, 16], [8, 16], [8, 16], [8, 16], [8, 16], [8, 16]),
      gives: { ordinary: '40', 'overtime-1.5': '8' },
    },
    {
      name: 'Five days of ten hours: both give ten, and they are not added',
      punches: days('2026-10-19', [8, 18], [8, 18], [8, 18], [8, 18], [8, 18]),
      gives: { ordinary: '40', 'overtime-1.5': '10' },
    },
  ],
};
