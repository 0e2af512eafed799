import type { Rulebook } from '@heath/core';

/** What all three groups of the company are watched for, beside missing punches. */
export const watched: Rulebook['exceptions'] = {
  'repeated-punch': { severity: 'note' },
  'too-long': { severity: 'to look at', over: 'PT13H' },
  'too-short': { severity: 'to look at', under: 'PT30M' },
  'not-planned': { severity: 'to look at' },
  // Whoever stands for the card says why nobody came.
  absent: { severity: 'asks why' },
  'late-in': { severity: 'to look at', over: 'PT15M' },
  'early-out': { severity: 'to look at', over: 'PT15M' },
  'daily-over': { severity: 'to look at', over: 'PT12H' },
  'rest-under': { severity: 'to look at', under: 'PT7H' },
  overlap: { severity: 'to look at' },
};
