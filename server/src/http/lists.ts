import { type Workday, workdayFromIso } from '@heath/core';
import { type Options, parse } from 'csv-parse';
import { Problem } from '../base/problem.ts';
import { separatorOf } from '../base/separator.ts';
import { LINE_END, LINE_ENDS } from './line-ends.ts';
import { mapInSlices, pause } from './slices.ts';

/** A row of a list, by what its columns are. */
export interface ListRow<Field extends string> {
  /** Of the file, from 1. */
  readonly line: number;
  readonly of: Readonly<Partial<Record<Field, string>>>;
}

/** Characters that are parsed at once: some milliseconds of work. */
const PIECE = 64 * 1024;
const plain = (text: string): string => text.toLowerCase().replaceAll(/[^a-z]/g, '');

/** The first line that has anything in it. */
const headLineOf = (text: string): string => /^.*\S.*$/m.exec(text)?.[0] ?? '';

/** Says what is wrong with a list, at which line where it is at one, and in which field. */
export const refuse = (line: number | null, says: string, field?: string): Problem =>
  new Problem(
    422,
    'invalid',
    line === null ? says : `Line ${line}: ${says}`,
    field === undefined ? {} : { field },
  );

/** Refuses a text that was no UTF-8 before it came here: what could not be read is gone from it. */
function refuseUnreadable(text: string): void {
  const at = text.search(/[\uFFFD\0]/);
  if (at < 0) return;
  const line = text.slice(0, at).split(LINE_END).length;
  throw refuse(line, 'a character cannot be read. Save the list as CSV in UTF-8.');
}

async function rowsOf(text: string, piece: number): Promise<readonly WithLine[]> {
  const delimiter = separatorOf([headLineOf(text)]);
  try {
    return await withLines(
      text,
      {
        bom: true,
        delimiter,
        record_delimiter: LINE_ENDS,
        relax_column_count: true,
        skip_empty_lines: true,
        trim: true,
        // Where an empty line was passed over, the place among the rows is not the line.
        info: true,
      },
      piece,
    );
  } catch {
    throw refuse(null, 'This is no CSV file: its quotes do not match. Save the list as CSV in UTF-8.');
  }
}

/**
 * Reads a CSV list by its headings.
 *
 * @param headings under which each field may stand, in small letters without anything but letters. Common practice, no source.
 * @param piece characters that are parsed before others go on
 * @throws Problem where a column that must be there is not, or is there twice; where a row has more values than there are columns; where
 * the file is no CSV in UTF-8
 */
export async function readList<Field extends string>(
  text: string,
  headings: Readonly<Record<Field, readonly string[]>>,
  needed: readonly Field[],
  piece = PIECE,
): Promise<ListRow<Field>[]> {
  refuseUnreadable(text);
  const [header, ...others] = await rowsOf(text, piece);
  const names = header?.record ?? [];
  const fields = names.map((name) =>
    (Object.keys(headings) as Field[]).find((field) => headings[field].includes(plain(name))),
  );
  for (const field of needed)
    if (!fields.includes(field))
      throw refuse(
        null,
        `The list has no column for the ${field}: head one of its columns ${headings[field].slice(0, 3).join(', ')}.`,
        field,
      );
  fields.forEach((field, k) => {
    const first = fields.indexOf(field);
    if (field !== undefined && first < k)
      throw refuse(
        null,
        `Two columns can be the ${field}: ${names[first]} and ${names[k]}. Take one out, or head it with a word of your own.`,
        field,
      );
  });
  return mapInSlices(others, ({ record: cells, info: { lines: line } }) => {
    const beyond = cells.slice(fields.length).find((cell) => cell !== '');
    if (beyond !== undefined)
      throw refuse(
        line,
        `it has ${cells.length} values, and there are ${fields.length} columns. A value with the separator in it, such as 18,50, stands in quotes.`,
      );
    const of: Partial<Record<Field, string>> = {};
    fields.forEach((field, k) => {
      const cell = cells[k] ?? '';
      if (field !== undefined && cell !== '') of[field] = cell;
    });
    return { line, of };
  });
}

interface WithLine {
  readonly record: readonly string[];
  readonly info: { readonly lines: number };
}

/** Rows with the lines on which they end, read piece by piece. The package's types do not say what `info` changes. */
async function withLines(text: string, options: Options, piece: number): Promise<readonly WithLine[]> {
  const parser = parse(options);
  let failure: unknown = null;
  let isOver = false;
  parser.on('error', (error) => {
    failure = error;
  });
  parser.once('end', () => {
    isOver = true;
  });
  const rows: WithLine[] = [];
  const take = () => {
    for (let row = parser.read(); row !== null; row = parser.read()) rows.push(row as WithLine);
    if (failure !== null) throw failure;
  };
  try {
    for (let from = 0; from < text.length; from += piece) {
      parser.write(text.slice(from, from + piece));
      await pause();
      take();
    }
    parser.end();
    while (!isOver) {
      await pause();
      take();
    }
    return rows;
  } finally {
    parser.destroy();
  }
}

/**
 * Refuses a list that says something of the same twice: nobody knows which holds.
 *
 * @param keyOf what makes two rows the same
 * @param says what is wrong with a row, given the line of the one before it
 */
export function refuseTwice<Row extends { readonly line: number }>(
  rows: readonly Row[],
  field: string,
  keyOf: (row: Row) => string,
  says: (row: Row, before: number) => string,
): void {
  const lines = new Map<string, number>();
  for (const row of rows) {
    const before = lines.get(keyOf(row));
    if (before !== undefined) throw refuse(row.line, says(row, before), field);
    lines.set(keyOf(row), row.line);
  }
}

/** A day of a list, or a problem that names its line. */
export function dayIn(text: string | undefined, line: number, field: string): Workday | null {
  if (text === undefined) return null;
  try {
    return workdayFromIso(text);
  } catch {
    throw refuse(line, `${text} is no day. Write days like 2026-10-25.`, field);
  }
}
