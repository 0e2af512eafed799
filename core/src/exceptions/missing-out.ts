import { instant } from '../units.ts';
import type { ExceptionFinder } from './types.ts';
import { unpairedPunch } from './unpaired.ts';

/** An in without an out. Proposed: the end of a plan that lies within the longest spell after it. */
export const missingOut: ExceptionFinder = (input) =>
  input.shifts.flatMap((shift) =>
    shift.missingOut.map((punch) => {
      const latest = instant(punch.at + input.longestSpellSeconds);
      const ends = input.plans.filter((plan) => plan.endsAt > punch.at && plan.endsAt <= latest);
      const proposals = ends.slice(0, 1).map((plan) => ({ at: plan.endsAt, from: 'plan' as const }));
      return unpairedPunch('missing-out', punch, proposals, shift);
    }),
  );
