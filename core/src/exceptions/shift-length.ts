import type { ComputedShift } from '../card/shift.ts';
import { atPunch, ofShifts } from './of-shifts.ts';

/** From the first punch of a shift to its last, in seconds. */
const lengthOf = ({ spells }: ComputedShift): number => spells[spells.length - 1]!.out.at - spells[0]!.in.at;

/** A shift that lasted longer, from its first punch to its last, than somebody can have worked. */
export const tooLong = ofShifts('too-long', (shift, { limitSeconds }) => {
  const length = lengthOf(shift);
  return length > limitSeconds ? atPunch(shift.spells[0]!.in, length, limitSeconds) : null;
});

/** A shift so short that somebody may have punched by mistake. */
export const tooShort = ofShifts('too-short', (shift, { limitSeconds }) => {
  const length = lengthOf(shift);
  return length < limitSeconds ? atPunch(shift.spells[0]!.in, length, limitSeconds) : null;
});
