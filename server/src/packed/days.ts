import type { Workday } from '@heath/core';

/** What is packed of each workday: seconds planned and clocked, hours payable and overtime, and exceptions that hold up. */
const FIELDS = ['planned', 'clocked', 'payable', 'overtime', 'exceptions'] as const;
export type DayField = (typeof FIELDS)[number];

/** Numbers before the days: the first workday. */
const HEAD = 1;
const BYTES = 4;

const placeOf = (first: number, workday: Workday, field: DayField): number =>
  HEAD + (workday - first) * FIELDS.length + FIELDS.indexOf(field);

/**
 * The workdays of a card as lists and strips need them, packed so that ten thousand cards are read without parsing. They begin
 * with their first workday: whoever reads them for other days is refused.
 */
export class PackedDays {
  readonly numbers: Int32Array;

  constructor(
    readonly first: Workday,
    readonly last: Workday,
  ) {
    this.numbers = new Int32Array(HEAD + (last - first + 1) * FIELDS.length);
    this.numbers[0] = first;
  }

  /** Adds to a day's number; days outside are left alone. */
  add(workday: Workday, field: DayField, amount: number): void {
    if (workday < this.first || workday > this.last) return;
    const place = placeOf(this.first, workday, field);
    this.numbers[place] = this.of(workday, field) + amount;
  }

  of(workday: Workday, field: DayField): number {
    return this.numbers[placeOf(this.first, workday, field)] ?? 0;
  }

  /** As the database has them. */
  get bytes(): Buffer {
    return Buffer.from(this.numbers.buffer, this.numbers.byteOffset, this.numbers.byteLength);
  }
}

/** Throws where packed days are not those from one workday to another. */
export function checkPackedDays(bytes: Buffer, first: Workday, last: Workday): void {
  const expected = (HEAD + (last - first + 1) * FIELDS.length) * BYTES;
  if (bytes.length !== expected || bytes.readInt32LE(0) !== first)
    throw new Error(
      `A card holds ${bytes.length} bytes from day ${bytes.readInt32LE(0)}, not those from ${first} to ${last}.`,
    );
}

/** One number of packed days, read where it lies. */
export const readPackedDay = (bytes: Buffer, first: Workday, workday: Workday, field: DayField): number =>
  bytes.readInt32LE(placeOf(first, workday, field) * BYTES);
