import { itemAt } from './item-at.ts';
import type { Unit } from './units.ts';

/**
 * What is paid: whole 1/90,000 of an hour. A second is 25 of them, a minute 1,500, a hundredth of an hour 900 and a ten-thousandth 9, so that every
 * way of writing pay is whole and nothing is rounded twice.
 */
export type Hours = Unit<number, 'Hours'>;

/** How many of them a second is. */
export const HOURS_PER_SECOND = 25;
const PER_HOUR = 90_000;
const PER_MINUTE = 1_500;

/** A number that is whole 1/90,000 h. */
export const hours = (n: number): Hours => n as Hours;

/** Seconds as hours, exactly. */
export const hoursOf = (seconds: number): Hours => hours(seconds * HOURS_PER_SECOND);

/** In what steps hours are paid: so many decimals of an hour, from 0 to 4, or whole minutes or seconds. */
export type HoursIn = { readonly decimals: number } | { readonly whole: 'minutes' | 'seconds' };

/** A step as hours. */
export function stepOf(paidIn: HoursIn): Hours {
  if ('decimals' in paidIn) return hours(Math.round(PER_HOUR / 10 ** paidIn.decimals));
  return hours(paidIn.whole === 'minutes' ? PER_MINUTE : HOURS_PER_SECOND);
}

/** Hours in whole steps; half a step goes up. */
export const inSteps = (exact: number, step: number): Hours =>
  hours(Math.floor((exact + step / 2) / step) * step);

/** A part of a sum: its seconds, and the hours that are paid for them once they are apportioned. */
export interface Share {
  readonly seconds: number;
  hours: Hours;
}

/**
 * Gives some of a list of shares their hours, in whole steps that add up to their sum: each rounded down, what is left given to the largest
 * remainders, the earlier share first where two are equal. In place: this runs for every day there is.
 *
 * @param sum what they add up to, in whole steps and less than a step from their own sum; where it is not given, that sum in steps
 */
export function apportion(
  shares: readonly Share[],
  step: number,
  sum?: number,
  start = 0,
  end = shares.length,
): void {
  let exact = 0;
  let given = 0;
  for (let i = start; i < end; i++) {
    const share = itemAt(shares, i);
    const own = hoursOf(share.seconds);
    share.hours = hours(own - (own % step));
    exact += own;
    given += share.hours;
  }
  // One step at a time to the share with the largest remainder that has had none: there are fewer steps than shares.
  for (let left = (sum ?? inSteps(exact, step)) - given; left >= step; left -= step) {
    let best = itemAt(shares, start);
    let most = -1;
    for (let i = start; i < end; i++) {
      const share = itemAt(shares, i);
      const remainder = hoursOf(share.seconds) - share.hours;
      if (remainder <= most) continue;
      most = remainder;
      best = share;
    }
    best.hours = hours(best.hours + step);
  }
}

/** How hours are written, here and nowhere else. What does not come out even is rounded half away from zero. */
function rounded(of: number, step: number): { readonly sign: string; readonly steps: number } {
  const steps = Math.floor((Math.abs(of) + step / 2) / step);
  return { sign: of < 0 && steps > 0 ? '-' : '', steps };
}

/** `8.50`, with so many decimals, from 0 to 4; thousands set apart where asked. */
export function decimalHours(of: number, decimals = 2, thousands = ''): string {
  const { sign, steps } = rounded(of, PER_HOUR / 10 ** decimals);
  const digits = String(steps).padStart(decimals + 1, '0');
  const whole = digits.slice(0, digits.length - decimals).replace(/\B(?=(\d{3})+$)/g, thousands);
  return decimals === 0 ? `${sign}${whole}` : `${sign}${whole}.${digits.slice(-decimals)}`;
}

/** Hours as they are paid, exactly: `8.50`, with more decimals where two do not do, or `8:07` where four do not. */
export function exactHours(of: number, thousands = ''): string {
  const decimals = [2, 3, 4].find((each) => of % stepOf({ decimals: each }) === 0);
  return decimals === undefined ? clockHours(of) : decimalHours(of, decimals, thousands);
}

/** Hours as they are paid, written alike: all of them as `8:00` and `8:07` where they are paid in minutes or seconds, else exactly. */
export const hoursPaidIn = (of: number, step: number): string =>
  step === PER_MINUTE || step === HOURS_PER_SECOND ? clockHours(of) : exactHours(of);

/** `8:30`, and `8:30:15` where it does not come out even. */
export function clockHours(of: number): string {
  const two = (n: number) => String(n).padStart(2, '0');
  const { sign, steps } = rounded(of, HOURS_PER_SECOND);
  const [h, m, s] = [Math.floor(steps / 3600), Math.floor(steps / 60) % 60, steps % 60];
  return `${sign}${h}:${two(m)}${s > 0 ? `:${two(s)}` : ''}`;
}

/** `510 min`. */
export function minuteHours(of: number): string {
  const { sign, steps } = rounded(of, PER_MINUTE);
  return `${sign}${steps} min`;
}

/** `8 h 30 m`, with seconds where there are some. */
export function spokenHours(of: number): string {
  const { sign, steps } = rounded(of, HOURS_PER_SECOND);
  const [h, m, s] = [Math.floor(steps / 3600), Math.floor(steps / 60) % 60, steps % 60];
  const parts = [h > 0 ? `${h} h` : '', m > 0 || (h > 0 && s > 0) ? `${m} m` : '', s > 0 ? `${s} s` : ''];
  const text = parts.filter((part) => part !== '').join(' ');
  return `${sign}${text === '' ? '0 m' : text}`;
}
