import {
  DAY_STATES,
  type DayAccount,
  hours,
  type Instant,
  instant,
  type Workday,
  workday,
} from '@heath/core';

/** Numbers of a day, in this order; zero stands for no time. */
const NUMBERS = ['state', 'print', 'from', 'to', 'payableHours', 'overtimeHours', 'toSettle'] as const;
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

/** One packed day; an earlier Heath kept none of it: that is told as a day that somebody must look at. */
export function readAccount(bytes: Buffer | null, workday: Workday): DayAccount {
  const number = (name: (typeof NUMBERS)[number]): number =>
    bytes === null || bytes.length < BYTES_OF_ACCOUNT ? 0 : bytes.readInt32LE(NUMBERS.indexOf(name) * 4);
  const time = (name: 'from' | 'to'): Instant | null => (number(name) === 0 ? null : instant(number(name)));
  return {
    workday,
    state: bytes === null ? 'differs' : (DAY_STATES[number('state')] ?? 'differs'),
    print: number('print'),
    from: time('from'),
    to: time('to'),
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
