import { ofShifts } from './of-shifts.ts';
import type { ExceptionFinder } from './types.ts';

/** A shift that lasted longer, from its first punch to its last, than somebody can have worked. */
export const tooLong: ExceptionFinder = ofShifts('too-long', (shift, rule) => {
  const { spells } = shift;
  const length = spells[spells.length - 1]!.out.at - spells[0]!.in.at;
  return length > rule.limitSeconds
    ? { at: spells[0]!.in.at, punch: spells[0]!.in, measured: length, limit: rule.limitSeconds }
    : null;
});

/** A shift so short that somebody may have punched by mistake. */
export const tooShort: ExceptionFinder = ofShifts('too-short', (shift, rule) => {
  const { spells } = shift;
  const length = spells[spells.length - 1]!.out.at - spells[0]!.in.at;
  return length < rule.limitSeconds
    ? { at: spells[0]!.in.at, punch: spells[0]!.in, measured: length, limit: rule.limitSeconds }
    : null;
});
