import { days } from '../../kinds/example.ts';
import type { Rulebook } from '../schema.ts';
import { base } from './base.ts';

/** In the manner of a union agreement: daily overtime that waits for approval, call-outs, night and Sunday premiums. */
export const unionAgreement: Rulebook = {
  ...base,
  name: 'Union-style agreement',
  source: 'Common practice, no source',
  plan: { earlyIn: 'PT15M', lateOut: 'PT10M', lateIn: 'PT3M' },
  overtime: [
    {
      name: 'Over 8 hours a day',
      basis: 'workday',
      tiers: [{ above: 'PT8H', forNext: 'PT2H', multiplier: 1.5 }, { multiplier: 2 }],
      least: 'PT15M',
      waitsForApproval: true,
    },
    { name: 'Rest day', basis: 'rest day', tiers: [{ multiplier: 2 }] },
  ],
  premiums: [
    { name: 'Night', from: '22:00', to: '06:00', wholeShift: { when: 'most' } },
    { name: 'Sunday', weekdays: ['sunday'], dayBy: 'clock' },
  ],
  guarantees: [
    { kind: 'call-out', name: 'Call-out', least: 'PT4H' },
    { kind: 'share of plan', name: 'Sent home', share: 0.5, least: 'PT2H', most: 'PT4H' },
  ],
  proofDays: [
    {
      name: 'A night with most of it inside the window earns the night premium for all of it',
      punches: ['2026-10-20 21:00 in', '2026-10-21 05:00 out'],
      plans: [{ from: '2026-10-20 21:00', to: '2026-10-21 05:00' }],
      gives: { ordinary: '8', 'premium:Night': '8' },
    },
    {
      name: 'Called out for an hour in a week with plans: four hours',
      punches: ['2026-10-20 08:00 in', '2026-10-20 16:00 out', '2026-10-22 19:00 in', '2026-10-22 20:00 out'],
      plans: [{ from: '2026-10-20 08:00', to: '2026-10-20 16:00' }],
      gives: { ordinary: '9', 'guarantee:Call-out': '3' },
    },
    {
      name: 'Sent home after an hour and a half: half the planned shift',
      punches: days('2026-10-19', [8, 9.5]),
      plans: [{ from: '2026-10-19 08:00', to: '2026-10-19 14:00' }],
      gives: { ordinary: '1.5', 'guarantee:Sent home': '1.5' },
    },
    {
      name: 'Overtime waits for approval, and an early in is held to the plan',
      punches: ['2026-10-19 07:50 in', '2026-10-19 17:00 out'],
      plans: [{ from: '2026-10-19 08:00', to: '2026-10-19 16:00' }],
      gives: { ordinary: '8', 'overtime-1.5': '1' },
      exceptions: ['overtime-approval'],
    },
    {
      name: 'Saturday night into Sunday: the Sunday hours earn the Sunday premium',
      punches: ['2026-10-24 23:00 in', '2026-10-25 03:00 out'],
      plans: [{ from: '2026-10-24 23:00', to: '2026-10-25 03:00' }],
      gives: { ordinary: '4', 'premium:Night': '4', 'premium:Sunday': '3' },
    },
  ],
};
