import type { RecognizedLayout } from '@heath/contract';
import { recognizeLayout, type Sample } from '@heath/core';
import { parse } from 'csv-parse/sync';
import { person } from '../../database/schema/index.ts';
import type { Context } from '../../http/context.ts';
import { Problem } from '../../http/problem.ts';
import { codesByCode } from '../../pay/batch-lines.ts';

const SEPARATORS = [',', ';', '\t', '|'] as const;

/** The separator by which the first lines have the same number of values, and the most of them. */
function separatorOf(text: string): Sample['separator'] {
  const lines = text.split(/\r?\n/, 12).filter((line) => line !== '');
  const score = (separator: string) => {
    const counts = lines.map((line) => line.split(separator).length);
    const [first = 1] = counts;
    return first === 1 ? 0 : counts.filter((count) => count === first).length * 100 + first;
  };
  return [...SEPARATORS].sort((a, b) => score(b) - score(a))[0] ?? ',';
}

/** What a sample file looks like, as a layout to begin from. */
export async function recognizeSample(
  { database }: Pick<Context, 'database'>,
  sample: string,
): Promise<RecognizedLayout> {
  const separator = separatorOf(sample);
  let rows: string[][];
  try {
    rows = parse(sample, {
      bom: true,
      delimiter: separator,
      relax_column_count: true,
      skip_empty_lines: true,
    });
  } catch {
    throw new Problem(
      422,
      'invalid',
      'This sample cannot be read: its quotes do not match. Send it as it came.',
    );
  }
  const people = await database.select({ number: person.number }).from(person);
  const found = recognizeLayout(
    {
      rows: rows.slice(0, 2000),
      separator,
      lineEnd: sample.includes('\r\n') ? 'crlf' : 'lf',
      hasMark: sample.startsWith('\uFEFF'),
    },
    {
      people: new Set(people.map(({ number }) => number)),
      codes: new Set((await codesByCode(database)).keys()),
    },
  );
  if (found === null)
    throw new Problem(
      422,
      'invalid',
      'No columns are found in this sample: send one whose values are separated by commas, semicolons, bars or tabs. A file of fixed width is made by hand.',
    );
  return found;
}
