import type { Rulebook } from '../schema.ts';

/** What every starter begins with: nothing rounded, short rests paid, workdays from midnight, weeks from Monday. */
export const base = {
  pairing: { repeatWindow: 'PT2M', longestSpell: 'PT14H', shiftGap: 'PT4H' },
  rounding: [],
  breaks: { paidUpTo: 'PT20M' },
  workday: { startsAt: '00:00', shiftBelongsTo: 'day it starts' },
  workweek: { startsOn: 'monday' },
  overtime: [],
  premiums: [],
} satisfies Partial<Rulebook>;
