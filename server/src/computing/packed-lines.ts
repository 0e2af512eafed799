import type { Line } from '@heath/core';

/** What is packed of each line, in this order. */
const FIELDS = [
  'workday',
  'classId',
  'job',
  'department',
  'site',
  'costCenter',
  'multiplier',
  'rule',
  'seconds',
  'hours',
] as const satisfies readonly (keyof Line)[];

/** The lines of a card as the database has them: JSON, each a list of its values, since the names would be most of the text. */
export const packLines = (lines: readonly Line[]): string =>
  JSON.stringify(lines.map((line) => FIELDS.map((field) => line[field])));

/** Lines that `packLines` packed. Throws where one has another number of values: another Heath packed it. */
export function unpackLines(text: string): Line[] {
  const rows: readonly (readonly unknown[])[] = JSON.parse(text);
  return rows.map((row) => {
    if (row.length !== FIELDS.length)
      throw new Error(`A line of a card has ${row.length} values, not ${FIELDS.length}.`);
    return Object.fromEntries(FIELDS.map((field, i) => [field, row[i]])) as unknown as Line;
  });
}
