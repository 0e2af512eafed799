import { type Hours, hours } from '../time/hours.ts';
import { SECONDS_PER_HOUR } from '../time/units.ts';
import type { DayAccount } from './day-account.ts';

/** What somebody may look for on the days of a card; each measured in what it says. */
export type Look =
  /** From the first punch to the last less than this. */
  | { readonly what: 'shorter'; readonly seconds: number }
  /** From the first punch to the last more than this. */
  | { readonly what: 'longer'; readonly seconds: number }
  /** More payable hours on one day than this. */
  | { readonly what: 'many-hours'; readonly seconds: number }
  /** Payable hours far from what this person's days have. */
  | { readonly what: 'unusual' };

/** A day that was found, and what was measured on it: seconds for lengths, hours for what is paid. */
export interface SuspiciousDay {
  readonly account: DayAccount;
  readonly measured: number;
}

/** Of fewer days nobody can say what is usual. */
const LEAST_DAYS = 5;
/** So many times the usual spread is far; the factor makes the median deviation comparable with a standard deviation of normally spread values (1.4826, common practice in robust statistics). */
const FAR = 3 * 1.4826;
/** Nobody looks at less than this, however alike the other days are: two hours. Common practice, no source. */
const LEAST_FAR_HOURS = hours(180_000);

/** The days of one person, over any span, that somebody should look at. */
export function suspicious(accounts: readonly DayAccount[], look: Look): SuspiciousDay[] {
  switch (look.what) {
    case 'shorter':
      return accounts.flatMap((account) =>
        measured(account, lengthOf(account), (s) => s > 0 && s < look.seconds),
      );
    case 'longer':
      return accounts.flatMap((account) => measured(account, lengthOf(account), (s) => s > look.seconds));
    case 'many-hours': {
      const most = (look.seconds / SECONDS_PER_HOUR) * 90_000;
      return accounts.flatMap((account) => measured(account, account.payableHours, (paid) => paid > most));
    }
    case 'unusual':
      return unusual(accounts);
  }
}

const measured = (
  account: DayAccount,
  value: number | null,
  isFound: (value: number) => boolean,
): SuspiciousDay[] => (value !== null && isFound(value) ? [{ account, measured: value }] : []);

/** From the first punch to the last; null where there are none, or one alone. */
const lengthOf = ({ from, to }: DayAccount): number | null =>
  from === null || to === null ? null : to - from;

function unusual(accounts: readonly DayAccount[]): SuspiciousDay[] {
  const worked = accounts.filter(({ from, payableHours }) => from !== null && payableHours > 0);
  if (worked.length < LEAST_DAYS) return [];
  const paid = worked.map(({ payableHours }) => payableHours);
  const usual = median(paid);
  const spread = median(paid.map((one) => hours(Math.abs(one - usual))));
  const far = Math.max(FAR * spread, LEAST_FAR_HOURS);
  return worked
    .filter(({ payableHours }) => Math.abs(payableHours - usual) > far)
    .map((account) => ({ account, measured: account.payableHours - usual }));
}

/** The middle value; of an even number, the lower of the two. */
function median(values: readonly Hours[]): Hours {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor((sorted.length - 1) / 2)] ?? hours(0);
}
