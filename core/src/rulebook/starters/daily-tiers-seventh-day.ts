import { days } from '../../kinds/example.ts';
import type { Rulebook } from '../schema.ts';
import { base } from './base.ts';

/** Daily tiers, a weekly threshold, and a seventh consecutive day; meals by hours of work with a premium hour. */
export const dailyTiersSeventhDay: Rulebook = {
  ...base,
  name: 'Daily tiers with a seventh day',
  source: 'California Labor Code sections 510, 512 and 226.7 (recalled from memory, text not at hand)',
  workweek: { startsOn: 'sunday' },
  breaks: {
    paidUpTo: 'PT20M',
    mealsDue: [
      { whenWorkOver: 'PT5H', startsBy: 'PT5H', least: 'PT30M' },
      { whenWorkOver: 'PT10H', startsBy: 'PT10H', least: 'PT30M' },
    ],
  },
  overtime: [
    {
      name: 'Over 8 hours a day',
      basis: 'workday',
      tiers: [
        { above: 'PT8H', multiplier: 1.5 },
        { above: 'PT12H', multiplier: 2 },
      ],
    },
    {
      name: 'Seventh day',
      basis: { of: 'consecutive workday', nth: 7 },
      tiers: [
        { above: 'PT0S', multiplier: 1.5 },
        { above: 'PT8H', multiplier: 2 },
      ],
    },
    { name: 'Over 40 hours a week', basis: 'workweek', tiers: [{ above: 'PT40H', multiplier: 1.5 }] },
  ],
  guarantees: [{ kind: 'meal premium', name: 'Meal premium', pays: 'PT1H', atMostPerWorkday: 1 }],
  proofDays: [
    {
      name: 'Thirteen hours with two meals in time',
      punches: [
        '2026-10-19 06:00 in',
        '2026-10-19 10:30 meal-out',
        '2026-10-19 11:00 meal-in',
        '2026-10-19 16:00 meal-out',
        '2026-10-19 16:30 meal-in',
        '2026-10-19 20:00 out',
      ],
      gives: { ordinary: '8', 'overtime-1.5': '4', 'overtime-2': '1' },
      exceptions: [],
    },
    {
      name: 'A meal that never came pays an hour more',
      punches: days('2026-10-19', [8, 15]),
      gives: { ordinary: '7', 'guarantee:Meal premium': '1' },
      exceptions: ['meal-missed'],
    },
    {
      name: 'Five hours a day for seven days: the seventh at time and a half',
      punches: days('2026-10-18', [8, 13], [8, 13], [8, 13], [8, 13], [8, 13], [8, 13], [8, 13]),
      gives: { ordinary: '30', 'overtime-1.5': '5' },
    },
  ],
};
