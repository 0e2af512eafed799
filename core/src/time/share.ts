const WHOLE = 1_000_000_000;

/** A share of a length in whole seconds, down. Exact: 0.29 of 25,200 s is 7,308 s, though floating point makes it a little less. */
export const shareOf = (lengthSeconds: number, share: number): number =>
  Math.floor((lengthSeconds * Math.round(share * WHOLE)) / WHOLE);
