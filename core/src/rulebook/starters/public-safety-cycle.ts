import { days } from '../../kinds/example.ts';
import type { Rulebook } from '../schema.ts';
import { base } from './base.ts';

/** Long cycles: fire protection over 28 days, 212 hours. For law enforcement put 171; over 14 days 106 and 86, over 7 days 53 and 43. */
export const publicSafetyCycle: Rulebook = {
  ...base,
  name: 'Twenty-eight-day cycle',
  source: '29 CFR 553.230 (recalled from memory, text not at hand)',
  pairing: { repeatWindow: 'PT2M', longestSpell: 'PT25H', shiftGap: 'PT4H' },
  overtime: [
    {
      name: 'Over 212 hours in 28 days',
      basis: { of: 'cycle', days: 28, anchor: '2026-01-05' },
      tiers: [{ above: 'PT212H', multiplier: 1.5 }],
    },
  ],
  proofDays: [
    {
      name: 'Nine shifts of twenty-four hours in one cycle are 216 hours',
      punches: days(
        '2026-01-05',
        ...Array.from({ length: 25 }, (_, i): [number, number] | null => (i % 3 === 0 ? [8, 32] : null)),
      ),
      gives: { ordinary: '212', 'overtime-1.5': '4' },
    },
  ],
};
