import { type Hundredths, hundredths } from '../../time/units.ts';

const SECONDS_PER_HUNDREDTH = 36;

/** Seconds as hours of so many decimals, from 0 to 2, in hundredths of an hour; half a step up. */
export function toHours(seconds: number, decimals: number): Hundredths {
  const step = decimals === 2 ? 1 : decimals === 1 ? 10 : 100;
  const secondsPerStep = SECONDS_PER_HUNDREDTH * step;
  return hundredths(Math.floor((seconds + secondsPerStep / 2) / secondsPerStep) * step);
}

/** Seconds in hundredths of an hour, half a hundredth up. */
export const toHundredths = (seconds: number): Hundredths => toHours(seconds, 2);

/**
 * Shares of seconds in hundredths of an hour that add up to the hours of their sum: each rounded down, what is
 * left given to the largest remainders, the earlier share first where two are equal.
 *
 * @param decimals of an hour that each share may have, from 0 to 2
 */
export function apportion(shares: readonly number[], decimals = 2): Hundredths[] {
  const step = decimals === 2 ? 1 : decimals === 1 ? 10 : 100;
  const secondsPerStep = SECONDS_PER_HUNDREDTH * step;
  let sum = 0;
  let given = 0;
  const result: number[] = [];
  for (let i = 0; i < shares.length; i++) {
    const share = shares[i]!;
    const whole = Math.floor(share / secondsPerStep) * step;
    sum += share;
    given += whole;
    result.push(whole);
  }
  // One step at a time to the share with the largest remainder that has had none: there are fewer steps than shares.
  for (let left = toHours(sum, decimals) - given; left > 0; left -= step) {
    let best = 0;
    let most = -1;
    for (let i = 0; i < shares.length; i++) {
      const remainder = shares[i]! - (result[i]! / step) * secondsPerStep;
      if (remainder > most) {
        most = remainder;
        best = i;
      }
    }
    result[best]! += step;
  }
  return result as Hundredths[];
}
