import type { Workday } from '../time/units.ts';

/** What an hour of somebody's work costs from a day on, in all jobs or in those of one type. */
export interface Rate {
  readonly personId: number;
  /** Null: wherever no rate of the job's type is given. */
  readonly jobType: string | null;
  readonly firstDay: Workday;
  /** In ten-thousandths of the currency's unit. */
  readonly rate: number;
}

const SCALE = 10_000;
const MOST_DIGITS = 8;

/** A rate as people write it, `18.50`, in ten-thousandths; null where it is none, or has more than four decimals. */
export function readRate(text: string): number | null {
  const parts = /^(\d{1,8})(?:[.,](\d{1,4}))?$/.exec(text.trim());
  if (parts === null || (parts[1] ?? '').length > MOST_DIGITS) return null;
  return Number(parts[1]) * SCALE + Number((parts[2] ?? '').padEnd(4, '0'));
}

/** A rate as decimal text with at least two decimals: `18.50`, `18.505`. */
export function rateText(rate: number): string {
  const [whole, part] = [Math.floor(rate / SCALE), String(rate % SCALE).padStart(4, '0')];
  return `${whole}.${part.replace(/0{1,2}$/, '')}`;
}

/** The rates of some people, looked up by who, in what, and when. */
export class Rates {
  readonly #of = new Map<string, { readonly firstDay: Workday; readonly rate: number }[]>();

  constructor(rates: Iterable<Rate>) {
    for (const { personId, jobType, firstDay, rate } of rates) {
      const key = keyOf(personId, jobType);
      const own = this.#of.get(key) ?? [];
      own.push({ firstDay, rate });
      this.#of.set(key, own);
    }
    for (const own of this.#of.values()) own.sort((a, b) => b.firstDay - a.firstDay);
  }

  /** What an hour costs on a day: the rate of the job's type where one holds then, else the person's own; null where there is none. */
  of(personId: number, jobType: string | null, day: Workday): number | null {
    const holding = (type: string | null) =>
      this.#of.get(keyOf(personId, type))?.find(({ firstDay }) => firstDay <= day)?.rate;
    return (jobType === null ? undefined : holding(jobType)) ?? holding(null) ?? null;
  }
}

const keyOf = (personId: number, jobType: string | null): string => `${personId}\t${jobType ?? ''}`;

/**
 * An exact cost: in the currency's unit divided by 90,000 (hours) × 10,000 (rates) × 10,000 (multipliers), so that nothing is rounded before it
 * is shown.
 */
export type Cost = bigint;
const PER_UNIT = 90_000n * 10_000n * 10_000n;

/**
 * What some hours cost.
 *
 * @param hours in 1/90,000 h
 * @param rate in ten-thousandths
 * @param multiplier with at most four decimals
 */
export const costOf = (hours: number, rate: number, multiplier: number): Cost =>
  BigInt(hours) * BigInt(rate) * BigInt(Math.round(multiplier * SCALE));

/** A cost as decimal text with two decimals, half away from zero. */
export function costText(cost: Cost): string {
  const [sign, size] = cost < 0n ? ['-', -cost] : ['', cost];
  const hundredths = (size * 100n * 2n + PER_UNIT) / (PER_UNIT * 2n);
  const digits = hundredths.toString().padStart(3, '0');
  return `${hundredths === 0n ? '' : sign}${digits.slice(0, -2)}.${digits.slice(-2)}`;
}
