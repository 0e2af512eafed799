/** What a column of a punch file can hold. */
export const FIELDS = ['person', 'moment', 'date', 'time', 'kind', 'job', 'site', 'ignore'] as const;
/** What a column of a file may hold. */
export type Field = (typeof FIELDS)[number];

/**
 * How dates are written. `iso` is year-month-day; the others say in which order the numbers stand, whatever is
 * between them.
 */
export const DATE_ORDERS = ['iso', 'day-month-year', 'month-day-year'] as const;
/** Which comes first in dates that are written with numbers alone. */
export type DateOrder = (typeof DATE_ORDERS)[number];

/** What the specialist confirms before a file is imported. */
export interface Mapping {
  /** One field a column, in the order of the file. */
  readonly columns: readonly Field[];
  readonly dateOrder: DateOrder;
}

/** What Heath made of a file's first rows. `dateOrder` is null where the rows allow two readings: that is asked. */
export interface Recognition {
  readonly columns: readonly Field[];
  readonly dateOrder: DateOrder | null;
  /** Header names that stand twice. */
  readonly duplicateHeaders: readonly string[];
}

/** Why a row was not taken. The wording belongs to the interface. */
export const REFUSALS = [
  'not-a-badge',
  'no-site',
  'no-person',
  'not-a-date',
  'not-a-time',
  'impossible-date',
  'impossible-offset',
  'too-far-off',
  'skipped-hour',
  'doubled-hour',
  'unknown-kind',
  'unknown-job',
  'unknown-site',
  'columns-missing',
  'columns-surplus',
] as const;
/** Why a row is refused. */
export type RefusalReason = (typeof REFUSALS)[number];

/** A row that is refused: why, and where in it. */
export interface Refusal {
  readonly field: Field;
  readonly value: string;
  readonly reason: RefusalReason;
}
