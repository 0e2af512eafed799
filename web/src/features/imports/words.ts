import type { DateOrder, Field, RefusalReason } from '@heath/core';

export const FIELD_WORDS: Readonly<Record<Field, string>> = {
  person: 'Person number',
  moment: 'Date and time',
  date: 'Date',
  time: 'Time',
  kind: 'Kind of punch',
  job: 'Job',
  site: 'Site',
  ignore: 'Not used',
};

export const DATE_ORDER_WORDS: Readonly<Record<DateOrder, string>> = {
  iso: 'year-month-day',
  'day-month-year': 'day before month',
  'month-day-year': 'month before day',
};

/** Why a row was refused, and what would be right. */
export const REFUSAL_WORDS: Readonly<Record<RefusalReason, string>> = {
  'not-a-badge': 'Not a badge or person number: up to 32 letters and figures.',
  'no-site': 'The row names no site, and nobody has this badge. Name the site.',
  'no-person': 'The row names no person.',
  'not-a-date': 'Not a date. Write it like 2026-10-25, or as the other rows do.',
  'not-a-time': 'Not a time of day. Write it like 17:05 or 5:05 pm.',
  'impossible-offset': 'No clock shows this offset: they go from −12:00 to +14:00.',
  'impossible-date': 'The calendar has no such day in the order chosen.',
  'too-far-off': 'More than two years back or two days ahead. Check the year.',
  'skipped-hour': 'The clocks went forward over this time; it never happened.',
  'doubled-hour':
    'The clocks went back and this time happened twice. Add the offset: 01:30:00+01:00 or +00:00.',
  'unknown-kind': 'Not a kind of punch. Use in, out, meal out, meal in, break out, break in or job change.',
  'unknown-job': 'No job has this name.',
  'unknown-site': 'No site has this name.',
  'columns-missing': 'The row has fewer cells than the header.',
  'columns-surplus':
    'The row has more cells than the header. Put quotes around a cell that holds the separator.',
};
