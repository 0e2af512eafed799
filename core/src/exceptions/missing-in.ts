import type { ExceptionFinder } from './types.ts';
import { unpaired } from './unpaired.ts';

/** An out without an in. Proposed: the last start of a plan within the longest spell before it. */
export const missingIn: ExceptionFinder = (input) =>
  unpaired('missing-in', input, ({ at }) => {
    const earliest = at - input.longestSpellSeconds;
    return input.plans.findLast(({ startsAt }) => startsAt < at && startsAt >= earliest)?.startsAt;
  });
