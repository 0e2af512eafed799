import { instant } from '../units.ts';
import type { ExceptionFinder } from './types.ts';
import { unpairedPunch } from './unpaired.ts';

/** An out without an in. Proposed: the start of a plan that lies within the longest spell before it. */
export const missingIn: ExceptionFinder = (input) =>
  input.shifts.flatMap((shift) =>
    shift.missingIn.map((punch) => {
      const earliest = instant(punch.at - input.longestSpellSeconds);
      const starts = input.plans.filter((plan) => plan.startsAt < punch.at && plan.startsAt >= earliest);
      const proposals = starts.slice(-1).map((plan) => ({ at: plan.startsAt, from: 'plan' as const }));
      return unpairedPunch('missing-in', punch, proposals, shift);
    }),
  );
