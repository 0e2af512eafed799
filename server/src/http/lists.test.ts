import { stringify } from 'csv-stringify/sync';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Problem } from '../base/problem.ts';
import { dayIn, readList } from './lists.ts';

const HEADINGS = { number: ['number', 'personno'], rate: ['rate', 'amount'], note: ['note'] } as const;
const read = (text: string, piece?: number) =>
  readList<keyof typeof HEADINGS>(text, HEADINGS, ['number', 'rate'], piece);
const said = async (text: string): Promise<string> => {
  try {
    await read(text);
  } catch (error) {
    if (error instanceof Problem) return error.message;
    throw error;
  }
  return 'nothing';
};

describe('a list', () => {
  /** What a value can be: nothing that is cut off at its ends, and anything within it. */
  const value = fc
    .string({ unit: fc.constantFrom(...'aZ09 ,;|\t"\'=-äœ', '\n', '\r\n', '\r'), minLength: 0, maxLength: 8 })
    .map((text) => text.trim());
  const row = fc.record({ number: value, rate: value, note: value });
  type Column = keyof typeof HEADINGS | 'else';
  const columns = fc.shuffledSubarray<Column>(['number', 'rate', 'note', 'else'], { minLength: 4 });

  it('gives what was written into it: any separator, line ends of any kind in turn, with empty lines and a mark', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(row, { maxLength: 8 }),
        columns,
        fc.constantFrom(',', ';', '\t', '|'),
        fc.array(fc.constantFrom('\n', '\r\n', '\r', '\n\n', '\r\n\r\n'), { minLength: 1, maxLength: 5 }),
        fc.boolean(),
        fc.boolean(),
        // Read piece by piece: whatever stands in two of them is one all the same.
        fc.constantFrom(1, 2, 3, 7, undefined),
        async (rows, order, delimiter, ends, hasMark, endsOpen, piece) => {
          const records = [
            order.map((column) => ({ number: 'Person no.', rate: 'RATE', note: 'Note', else: 'x' })[column]),
            ...rows.map((one) => order.map((column) => (column === 'else' ? '' : one[column]))),
          ];
          const lines = records.map((record) =>
            stringify([record], { delimiter, quoted: true, record_delimiter: '' }),
          );
          const text = lines.map((line, i) =>
            endsOpen && i === lines.length - 1 ? line : line + ends[i % ends.length],
          );
          const found = await read(`${hasMark ? '\uFEFF' : ''}${text.join('')}`, piece);
          expect(found.map(({ of }) => ({ number: '', rate: '', note: '', ...of }))).toEqual(rows);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('tells each row by its line, whatever ends the lines, with empty ones counted', async () => {
    for (const end of ['\n', '\r\n', '\r'])
      expect(
        (await read(['number,rate', 'a,1', '', 'b,2', 'c,3', ''].join(end))).map(({ line, of }) => [
          line,
          of.number,
        ]),
      ).toEqual([
        [2, 'a'],
        [4, 'b'],
        [5, 'c'],
      ]);
  });

  it('that was joined from two with other line ends loses no row', async () => {
    expect((await read('number,rate\r\na,1\nb,2\r\nc,3\rd,4')).map(({ of }) => of.number)).toEqual([
      'a',
      'b',
      'c',
      'd',
    ]);
  });

  it('whose row has more values than there are columns is refused: 18,50 would be 18', async () => {
    expect(await said('number,rate\na,18.50\nb,18,50\n')).toBe(
      'Line 3: it has 3 values, and there are 2 columns. A value with the separator in it, such as 18,50, stands in quotes.',
    );
    // Separators at the end of every line, as spreadsheets leave them, are no values.
    expect((await read('number,rate,,\na,18.50,,\nb,"18,50",,\n')).map(({ of }) => of.rate)).toEqual([
      '18.50',
      '18,50',
    ]);
    expect(await read('number,rate\na,1,,,\n')).toHaveLength(1);
  });

  it('is refused where two columns can be the same, where one is missing, and where it cannot be read', async () => {
    expect(await said('Person no,Rate,Number\na,1,b\n')).toBe(
      'Two columns can be the number: Person no and Number. Take one out, or head it with a word of your own.',
    );
    expect(await said('Number,Note\na,1\n')).toBe(
      'The list has no column for the rate: head one of its columns rate, amount.',
    );
    expect(await said('')).toContain('no column for the number');
    expect(await said('number,rate\n"a,1\nb,2\n')).toContain('its quotes do not match');
  });

  it('that was no UTF-8 is refused with the line of the first character that is lost', async () => {
    const latin1 = Buffer.from('number,rate,note\r\na,1,\r\nb,2,caf\u00e9\r\n', 'latin1').toString('utf8');
    expect(await said(latin1)).toBe('Line 3: a character cannot be read. Save the list as CSV in UTF-8.');
    const utf16 = Buffer.from('number,rate\na,1\n', 'utf16le').toString('utf8');
    expect(await said(utf16)).toContain('Line 1: a character cannot be read.');
  });

  it('has days as ISO 8601 writes them, and nothing else is guessed', () => {
    expect(dayIn(undefined, 2, 'from')).toBeNull();
    expect(dayIn('1970-01-02', 2, 'from')).toBe(1);
    for (const text of ['02/01/2026', '2026-2-1', '2026-02-30', 'soon'])
      expect(() => dayIn(text, 7, 'from')).toThrow(`Line 7: ${text} is no day.`);
  });
});
