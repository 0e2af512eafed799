import { type Hundredths, hundredths } from '../units.ts';

const SECONDS_PER_HUNDREDTH = 36;

/** Seconds in hundredths of an hour, half a hundredth up. */
export function toHundredths(seconds: number): Hundredths {
  return hundredths(Math.floor((seconds + SECONDS_PER_HUNDREDTH / 2) / SECONDS_PER_HUNDREDTH));
}

/**
 * Shares of seconds in hundredths of an hour that add up to the hundredths of their sum: each rounded down, what is
 * left given to the largest remainders, the earlier share first where two are equal.
 */
export function apportion(shares: readonly number[]): Hundredths[] {
  let sum = 0;
  let given = 0;
  const result: number[] = [];
  for (const share of shares) {
    sum += share;
    const whole = Math.floor(share / SECONDS_PER_HUNDREDTH);
    result.push(whole);
    given += whole;
  }
  let left = toHundredths(sum) - given;
  if (left > 0) {
    const byRemainder = shares
      .map((share, i) => ({ i, remainder: share % SECONDS_PER_HUNDREDTH }))
      .sort((a, b) => b.remainder - a.remainder || a.i - b.i);
    for (const { i } of byRemainder) {
      if (left-- <= 0) break;
      result[i]! += 1;
    }
  }
  return result as Hundredths[];
}
