import type { ExceptionFinder } from './types.ts';
import { unpaired } from './unpaired.ts';

/** An in without an out. Proposed: the first end of a plan within the longest spell after it. */
export const missingOut: ExceptionFinder = (input) =>
  unpaired('missing-out', input, ({ at }) => {
    const latest = at + input.longestSpellSeconds;
    return input.plans.find(({ endsAt }) => endsAt > at && endsAt <= latest)?.endsAt;
  });
