import { stringify } from 'csv-stringify/sync';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { textCell } from './text-cell.ts';

/** How readers of CSV split a text: by quotes as they should, or by every line end and separator. */
const startsOfCells = (csv: string): string[] =>
  csv.split(/[\r\n\u2028\u2029\v\f\u0085]/).map((line) => line.replace(/^[\s"']*/, ''));

describe('a text in a CSV file', () => {
  it.each([
    ['=1+1', "'=1+1"],
    ['\n=1+1', "\n'=1+1"],
    ['\r\n  @SUM(A1)', "\r\n'  @SUM(A1)"],
    ['a\r-2+3', "a\r'-2+3"],
    ['\u2028+1', "\u2028'+1"],
    ['＝1+1', "'＝1+1"],
    ['"=1"', '\'"=1"'],
    ['Ada-Lee', 'Ada-Lee'],
    ['MF-0101', 'MF-0101'],
  ])('%j becomes %j', (text, expected) => {
    expect(textCell(text)).toBe(expected);
  });

  it('never starts a line with a formula, however the reader splits lines', () => {
    const text = fc.string({
      unit: fc.constantFrom('=', '+', '-', '@', '\n', '\r', '\t', ' ', '"', "'", 'a', '1', '\u2028'),
    });
    fc.assert(
      fc.property(text, (cell) => {
        const made = textCell(cell);
        const csv = stringify([[made]], { quoted_string: true });
        for (const start of startsOfCells(csv)) {
          // What begins like a formula was given its apostrophe, which the splitting above took off.
          if (/^[=+\-@]/.test(start)) expect(csv).toMatch(/'[\s"']*[=+\-@]/);
        }
        expect(made).not.toMatch(/(^|[\r\n\u2028])[ \t"]*[=+\-@]/);
        expect(made.replaceAll("'", '')).toBe(cell.replaceAll("'", ''));
      }),
      { numRuns: 3000 },
    );
  });
});
