import Fraction from 'fraction.js';

/** An amount of money as decimal text, `12.00`. Money is never a floating-point number here. */
export type Money = string;

/** Exact decimal text of a fraction, half away from zero. */
export function decimalText(value: Fraction, decimals: number): string {
  const scale = new Fraction(10n ** BigInt(decimals));
  const scaled = value.abs().mul(scale).add(new Fraction(1, 2)).floor();
  const digits = (scaled.n / scaled.d).toString().padStart(decimals + 1, '0');
  const whole = digits.slice(0, digits.length - decimals);
  const sign = value.s < 0n && scaled.n !== 0n ? '-' : '';
  return decimals === 0 ? `${sign}${whole}` : `${sign}${whole}.${digits.slice(-decimals)}`;
}

/** Money as an exact fraction. Throws a RangeError where it is not decimal text. */
export function money(amount: Money): Fraction {
  if (!/^-?\d+(\.\d+)?$/.test(amount)) throw new RangeError(`Not an amount of money like 12.50: ${amount}`);
  return new Fraction(amount);
}
