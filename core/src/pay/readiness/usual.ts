/** The one in the middle; of an even number, halfway between the two in the middle. Null of none. */
export function median(values: readonly number[]): number | null {
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length >> 1;
  const [low, high] = [sorted[sorted.length % 2 === 0 ? half - 1 : half], sorted[half]];
  return low === undefined || high === undefined ? null : (low + high) / 2;
}

/** What somebody's periods usually pay, and how far they lie from that. */
export interface Usual {
  readonly median: number;
  /** The median distance from it, as wide as a standard deviation where values lie as they mostly do. */
  readonly spread: number;
}

/** For values that lie as they mostly do, the median distance times this is their standard deviation. Common practice, no source. */
const AS_DEVIATION = 1.4826;

/** The median of some values and their spread; null of fewer than three, which say nothing of what is usual. */
export function usualOf(values: readonly number[]): Usual | null {
  const middle = values.length < 3 ? null : median(values);
  if (middle === null) return null;
  const distance = median(values.map((value) => Math.abs(value - middle))) ?? 0;
  return { median: middle, spread: distance * AS_DEVIATION };
}

const HOUR = 90_000;
/** Nobody's hours are so even that less than a day more or less were strange. */
const LEAST_DISTANCE = 8 * HOUR;
const SPREADS = 3;

/** Whether a value is far from what is usual: beyond three spreads of it, and a working day at least. */
export const isFar = (value: number, { median: middle, spread }: Usual): boolean =>
  Math.abs(value - middle) > Math.max(SPREADS * spread, LEAST_DISTANCE);
