import { DAY_STATES, type DayAccount, hours, instant, type Workday, workday } from '@heath/core';

/** Numbers of a day, in this order; zero stands for no time. */
const NUMBERS = ['state', 'print', 'from', 'to', 'payableHours', 'overtimeHours', 'toSettle'] as const;
/** In which byte of a day each begins. */
const PLACES = Object.fromEntries(NUMBERS.map((name, i) => [name, i * 4])) as Readonly<
  Record<(typeof NUMBERS)[number], number>
>;
/** So many bytes are a day's. */
export const BYTES_OF_ACCOUNT = NUMBERS.length * 4;

/** The workdays of a card in short, so packed that one day of ten thousand cards is read without the others. */
export function packAccounts(accounts: readonly DayAccount[]): Buffer {
  const bytes = Buffer.alloc(accounts.length * BYTES_OF_ACCOUNT);
  accounts.forEach((account, i) => {
    NUMBERS.forEach((name, k) => {
      const number = name === 'state' ? DAY_STATES.indexOf(account.state) : (account[name] ?? 0);
      bytes.writeInt32LE(number, i * BYTES_OF_ACCOUNT + k * 4);
    });
  });
  return bytes;
}

/** Where the account of a day begins in what is packed of a card, in bytes. */
export const placeOfAccount = (first: Workday, workday: Workday): number =>
  (workday - first) * BYTES_OF_ACCOUNT;

/** One packed day; of a card that is not computed yet there is none: that is told as a day that somebody must look at. */
export function readAccount(bytes: Buffer | null, workday: Workday): DayAccount {
  const isKept = bytes !== null && bytes.length >= BYTES_OF_ACCOUNT;
  const number = (name: (typeof NUMBERS)[number]): number => (isKept ? bytes.readInt32LE(PLACES[name]) : 0);
  const [from, to] = [number('from'), number('to')];
  return {
    workday,
    state: bytes === null ? 'differs' : (DAY_STATES[number('state')] ?? 'differs'),
    print: number('print'),
    from: from === 0 ? null : instant(from),
    to: to === 0 ? null : instant(to),
    payableHours: hours(number('payableHours')),
    overtimeHours: hours(number('overtimeHours')),
    toSettle: number('toSettle'),
  };
}

/** All packed days of a card that lie between two, in order. */
export function readAccounts(bytes: Buffer, first: Workday, from: Workday, to: Workday): DayAccount[] {
  const accounts: DayAccount[] = [];
  const days = Math.floor(bytes.length / BYTES_OF_ACCOUNT);
  for (let i = Math.max(0, from - first); i < days && first + i <= to; i++) {
    const day = workday(first + i);
    accounts.push(readAccount(bytes.subarray(placeOfAccount(first, day)), day));
  }
  return accounts;
}
