import { days } from '../../kinds/example.ts';
import type { Rulebook } from '../schema.ts';
import { base } from './base.ts';

/** Breaks by the length of work, topping up what was punched; eleven hours of rest and 48 hours a week are watched. */
export const breaksByLength: Rulebook = {
  ...base,
  name: 'Breaks by length of work',
  source:
    'Arbeitszeitgesetz section 4; Directive 2003/88/EC articles 3 and 6 (recalled from memory, text not at hand)',
  breaks: {
    // Only a break of at least 15 minutes is one: shorter ones are work.
    paidUpTo: 'PT14M59S',
    automaticMeal: {
      tiers: [
        { after: 'PT6H', compare: 'more than', take: 'PT30M' },
        { after: 'PT9H', compare: 'more than', take: 'PT45M' },
      ],
      besidePunched: 'top up',
      placed: { at: 'after work', after: 'PT6H' },
    },
  },
  exceptions: {
    'rest-under': { severity: 'to look at', under: 'PT11H' },
    'average-over': { severity: 'to look at', over: 'PT48H', weeks: 17 },
    'daily-over': { severity: 'to look at', over: 'PT10H' },
  },
  proofDays: [
    { name: 'Six hours need no break', punches: days('2026-10-19', [8, 14]), gives: { ordinary: '6' } },
    { name: 'Eight hours and a half hour', punches: days('2026-10-19', [8, 16.5]), gives: { ordinary: '8' } },
    { name: 'Ten hours take 45 minutes', punches: days('2026-10-19', [8, 18]), gives: { ordinary: '9.25' } },
    {
      name: 'Ten hours of rest are one too few',
      punches: days('2026-10-19', [16, 22], [8, 14]),
      gives: { ordinary: '12' },
      exceptions: ['rest-under'],
    },
  ],
};
