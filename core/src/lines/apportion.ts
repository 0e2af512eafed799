import { type Hundredths, hundredths } from '../units.ts';

const SECONDS_PER_HUNDREDTH = 36;

/** Seconds in hundredths of an hour, half a hundredth up. */
export function toHundredths(seconds: number): Hundredths {
  return hundredths(Math.floor((seconds + SECONDS_PER_HUNDREDTH / 2) / SECONDS_PER_HUNDREDTH));
}

/**
 * Shares of seconds in hundredths of an hour that add up to the hours of their sum: each rounded down, what is
 * left given to the largest remainders, the earlier share first where two are equal.
 *
 * @param decimals of an hour that each share may have, from 0 to 2
 */
export function apportion(shares: readonly number[], decimals = 2): Hundredths[] {
  const step = 10 ** (2 - decimals);
  const secondsPerStep = SECONDS_PER_HUNDREDTH * step;
  if (shares.length === 1)
    return [hundredths(Math.floor((shares[0]! + secondsPerStep / 2) / secondsPerStep) * step)];
  let sum = 0;
  let given = 0;
  const result: number[] = [];
  for (let i = 0; i < shares.length; i++) {
    const share = shares[i]!;
    sum += share;
    const whole = Math.floor(share / secondsPerStep);
    result.push(whole * step);
    given += whole;
  }
  let left = Math.floor((sum + secondsPerStep / 2) / secondsPerStep) - given;
  if (left > 0) {
    const byRemainder = shares
      .map((share, i) => ({ i, remainder: share % secondsPerStep }))
      .sort((a, b) => b.remainder - a.remainder || a.i - b.i);
    for (const { i } of byRemainder) {
      if (left-- <= 0) break;
      result[i]! += step;
    }
  }
  return result as Hundredths[];
}
