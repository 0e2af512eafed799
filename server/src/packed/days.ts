import { DAY_STATES, type DayAccount, hours, instant, type Workday, workday } from '@heath/core';

/**
 * What is kept of each workday of a card, in this order: seconds planned and clocked, hours payable and overtime, how much holds up, how it went, its
 * fingerprint, and from when to when. Zero stands for no time.
 */
const NUMBERS = [
  'planned',
  'clocked',
  'payable',
  'overtime',
  'toSettle',
  'state',
  'fingerprint',
  'from',
  'to',
] as const;
export type DayNumber = (typeof NUMBERS)[number];

const BYTES = 4;
/** Before the days stands the first workday. */
const HEAD_BYTES = BYTES;
const PLACES = Object.fromEntries(NUMBERS.map((name, i) => [name, i * BYTES])) as Readonly<
  Record<DayNumber, number>
>;
/** So many bytes are a day's. */
export const BYTES_OF_DAY = NUMBERS.length * BYTES;
/** No period is longer than this. */
export const MOST_DAYS = 64;
export const MOST_BYTES = HEAD_BYTES + MOST_DAYS * BYTES_OF_DAY;

/** Where a day begins in the packed days of a card, in bytes. */
export const placeOfDay = (first: Workday, workday: Workday): number =>
  HEAD_BYTES + (workday - first) * BYTES_OF_DAY;

/**
 * Packs the workdays of a card as lists and strips need them, so that one day of ten thousand cards is read without parsing and without the
 * others. They begin with their first workday: whoever reads them for other days is refused.
 *
 * @param plannedSeconds of each day, in the order of the accounts. Put into the accounts instead, computing 10,000 cards took 1.2 s longer
 *   (`recompute` in the bench).
 * @param clockedSeconds of each day
 */
export function packDays(
  accounts: readonly DayAccount[],
  plannedSeconds: readonly number[],
  clockedSeconds: readonly number[],
): Buffer {
  const bytes = Buffer.alloc(HEAD_BYTES + accounts.length * BYTES_OF_DAY);
  bytes.writeInt32LE(accounts[0]?.workday ?? 0);
  accounts.forEach((day, i) => {
    const at = HEAD_BYTES + i * BYTES_OF_DAY;
    bytes.writeInt32LE(plannedSeconds[i] ?? 0, at + PLACES.planned);
    bytes.writeInt32LE(clockedSeconds[i] ?? 0, at + PLACES.clocked);
    bytes.writeInt32LE(day.payableHours, at + PLACES.payable);
    bytes.writeInt32LE(day.overtimeHours, at + PLACES.overtime);
    bytes.writeInt32LE(day.toSettle, at + PLACES.toSettle);
    bytes.writeInt32LE(DAY_STATES.indexOf(day.state), at + PLACES.state);
    bytes.writeInt32LE(day.fingerprint, at + PLACES.fingerprint);
    bytes.writeInt32LE(day.from ?? 0, at + PLACES.from);
    bytes.writeInt32LE(day.to ?? 0, at + PLACES.to);
  });
  return bytes;
}

/** Throws where packed days are not those from one workday to another. */
export function checkPackedDays(bytes: Buffer, first: Workday, last: Workday): void {
  const expected = placeOfDay(first, last) + BYTES_OF_DAY;
  if (bytes.length !== expected || bytes.readInt32LE(0) !== first)
    throw new Error(
      `A card holds ${bytes.length} bytes from day ${bytes.readInt32LE(0)}, not those from ${first} to ${last}.`,
    );
}

/** One number of packed days, read where it lies. */
export const readDayNumber = (bytes: Buffer, first: Workday, workday: Workday, number: DayNumber): number =>
  bytes.readInt32LE(placeOfDay(first, workday) + PLACES[number]);

/**
 * The account of one packed day, from its own bytes alone. Of a card that is not computed yet there are none: that is told as a day that somebody must
 * look at.
 */
export function readAccount(bytes: Buffer | null, workday: Workday): DayAccount {
  const isKept = bytes !== null && bytes.length >= BYTES_OF_DAY;
  const number = (name: DayNumber): number => (isKept ? bytes.readInt32LE(PLACES[name]) : 0);
  const [from, to] = [number('from'), number('to')];
  return {
    workday,
    state: bytes === null ? 'differs' : (DAY_STATES[number('state')] ?? 'differs'),
    fingerprint: number('fingerprint'),
    from: from === 0 ? null : instant(from),
    to: to === 0 ? null : instant(to),
    payableHours: hours(number('payable')),
    overtimeHours: hours(number('overtime')),
    toSettle: number('toSettle'),
  };
}

/** The account of one of the packed days of a card, which are null until it is computed. */
export function accountOf(bytes: Buffer | null, first: Workday, workday: Workday): DayAccount {
  const place = placeOfDay(first, workday);
  return readAccount(bytes?.subarray(place, place + BYTES_OF_DAY) ?? null, workday);
}

/** The accounts of all packed days of a card that lie between two, in order. */
export function accountsOf(bytes: Buffer, first: Workday, from: Workday, to: Workday): DayAccount[] {
  const accounts: DayAccount[] = [];
  const days = Math.floor((bytes.length - HEAD_BYTES) / BYTES_OF_DAY);
  for (let i = Math.max(0, from - first); i < days && first + i <= to; i++)
    accounts.push(accountOf(bytes, first, workday(first + i)));
  return accounts;
}
