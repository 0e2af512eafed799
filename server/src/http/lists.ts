import { type Workday, workdayFromIso } from '@heath/core';
import { type Options, parse } from 'csv-parse/sync';
import { Problem } from './problem.ts';

/** A row of a list, by what its columns are. */
export interface ListRow<Field extends string> {
  /** Of the file, from 1. */
  readonly line: number;
  readonly of: Readonly<Partial<Record<Field, string>>>;
}

const plain = (text: string): string => text.toLowerCase().replaceAll(/[^a-z]/g, '');

/** Separators of lists: the one that is most often in the first line is meant. */
const SEPARATORS = [',', ';', '\t', '|'] as const;

/**
 * Reads a CSV list by its headings.
 *
 * @param headings under which each field may stand, in small letters without anything but letters. Common practice, no source.
 * @throws Problem where a column that must be there is not, or the file is no CSV
 */
export function readList<Field extends string>(
  text: string,
  headings: Readonly<Record<Field, readonly string[]>>,
  needed: readonly Field[],
): ListRow<Field>[] {
  const first = text.replace(/^\uFEFF/, '').split(/\r?\n/, 1)[0] ?? '';
  const delimiter = [...SEPARATORS].sort((a, b) => first.split(b).length - first.split(a).length)[0] ?? ',';
  let rows: readonly WithLine[];
  try {
    rows = withLines(text, {
      bom: true,
      delimiter,
      relax_column_count: true,
      skip_empty_lines: true,
      trim: true,
      // Where an empty line was passed over, the place among the rows is not the line.
      info: true,
    });
  } catch {
    throw new Problem(
      422,
      'invalid',
      'This is no CSV file: its quotes do not match. Save the list as CSV in UTF-8.',
    );
  }
  const [header, ...others] = rows;
  const fields = (header?.record ?? []).map((name) =>
    (Object.keys(headings) as Field[]).find((field) => headings[field].includes(plain(name))),
  );
  for (const field of needed)
    if (!fields.includes(field))
      throw new Problem(
        422,
        'invalid',
        `The list has no column for the ${field}: head one of its columns ${headings[field].slice(0, 3).join(', ')}.`,
        { field },
      );
  return others.map(({ record: cells, info }) => {
    const of: Partial<Record<Field, string>> = {};
    fields.forEach((field, k) => {
      const cell = cells[k] ?? '';
      if (field !== undefined && cell !== '') of[field] = cell;
    });
    return { line: info.lines, of };
  });
}

interface WithLine {
  readonly record: readonly string[];
  readonly info: { readonly lines: number };
}

/** Rows with the lines on which they end: the package's types do not say what `info` changes. */
const withLines = (text: string, options: Options): readonly WithLine[] =>
  parse(text, options) as unknown as readonly WithLine[];

/** A day of a list, or a problem that names its line. */
export function dayIn(text: string | undefined, line: number, field: string): Workday | null {
  if (text === undefined) return null;
  try {
    return workdayFromIso(text);
  } catch {
    throw new Problem(422, 'invalid', `Line ${line}: ${text} is no day. Write days like 2026-10-25.`, {
      field,
    });
  }
}
