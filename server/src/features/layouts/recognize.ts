import type { RecognizedLayout } from '@heath/contract';
import { recognizeFixed, recognizeLayout, type Sample } from '@heath/core';
import { parse } from 'csv-parse/sync';
import { Problem } from '../../base/problem.ts';
import { separatorOf } from '../../base/separator.ts';
import { person } from '../../database/schema/index.ts';
import type { Context } from '../../http/context.ts';
import { LINE_END, LINE_ENDS } from '../../http/line-ends.ts';
import type { EncodedText } from '../../http/text-in.ts';
import { codesByCode } from '../../pay/batch-lines.ts';

/** As many lines as tell what the others are like, empty ones aside. */
const firstLines = (text: string): string[] => text.split(LINE_END, 12).filter((line) => line !== '');

/** Its first lines have nothing outside quotes. */
const isQuoted = (text: string): boolean => firstLines(text).every((line) => /^".*"$/.test(line));

/** No separator stands equally often in its lines: it may be of fixed width. */
const isSeparated = (text: string, separator: Sample['separator']): boolean =>
  firstLines(text).some((line) => line.includes(separator));

/** What a sample file looks like, as a layout to begin from. */
export async function recognizeSample(
  { database }: Pick<Context, 'database'>,
  { text: sample, encoding }: EncodedText,
): Promise<RecognizedLayout> {
  const people = await database.select({ number: person.number }).from(person);
  const known = {
    people: new Set(people.map(({ number }) => number)),
    codes: new Set((await codesByCode(database)).keys()),
  };
  const separator = separatorOf(firstLines(sample));
  const lineEnd = sample.includes('\r\n') ? 'crlf' : 'lf';
  const found = isSeparated(sample, separator)
    ? recognizeLayout(
        {
          rows: rowsOf(sample, separator).slice(0, MOST_LINES),
          separator,
          lineEnd,
          encoding,
          isQuoted: isQuoted(sample),
        },
        known,
      )
    : recognizeFixed({ lines: linesOf(sample), lineEnd, encoding }, known);
  if (found === null)
    throw new Problem(
      422,
      'invalid',
      'No columns are found in this sample: send one whose values are separated by commas, semicolons, bars or tabs, or one of fixed width whose lines have the numbers of people who are known here.',
    );
  return found;
}

const MOST_LINES = 2000;

const linesOf = (sample: string): string[] =>
  sample
    .split(LINE_END)
    .filter((line) => line.trim() !== '')
    .slice(0, MOST_LINES);

function rowsOf(sample: string, separator: Sample['separator']): string[][] {
  try {
    return parse(sample, {
      delimiter: separator,
      record_delimiter: LINE_ENDS,
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
}
