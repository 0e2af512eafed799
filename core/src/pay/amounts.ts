/**
 * Units, miles, tips, expenses: a quantity on a day. It travels where hours do, in the same units, so that up to four decimals are exact and
 * every way of writing hours writes amounts, too; its class says that it is none (`isAmount`).
 */
export const PER_UNIT = 90_000;

/** What lines and files can hold. */
export const MOST_OF_AN_AMOUNT = 20_000;

/** An amount as people write it, `12.50` or `-3`, in 1/90,000; null where it is none, nothing, too much, or has more than four decimals. */
export function readAmount(text: string): number | null {
  const parts = /^(-?)(\d{1,6})(?:[.,](\d{1,4}))?$/.exec(text.trim());
  if (parts === null) return null;
  const [, sign, whole = '', part = ''] = parts;
  const size = Number(whole) * PER_UNIT + Number(part.padEnd(4, '0')) * (PER_UNIT / 10_000);
  if (size === 0 || size > MOST_OF_AN_AMOUNT * PER_UNIT) return null;
  return sign === '-' ? -size : size;
}
