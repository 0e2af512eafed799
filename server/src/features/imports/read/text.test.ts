import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readText } from './text.ts';
import { type FileBytes, type FileRow, UnreadableFile } from './types.ts';

/** A file in memory, given in pieces of a size. */
function inMemory(bytes: Buffer, piece = bytes.length || 1): FileBytes {
  async function* range(start: number, end: number) {
    for (let at = start; at < end; at += piece) yield bytes.subarray(at, Math.min(at + piece, end));
  }
  return { size: bytes.length, range, chunks: () => range(0, bytes.length) };
}

async function rowsOf(file: FileBytes): Promise<{ rows: FileRow[]; counted: number }> {
  const reading = readText(file);
  const rows: FileRow[] = [];
  for await (const batch of reading.batches) rows.push(...batch);
  return { rows, counted: reading.counted() };
}

const ENDS = ['\r\n', '\n', '\r'] as const;
const ENCODINGS = ['utf-8', 'utf-8 with mark', 'utf-16le', 'utf-16be'] as const;

function encoded(text: string, encoding: (typeof ENCODINGS)[number]): Buffer {
  if (encoding === 'utf-8') return Buffer.from(text);
  if (encoding === 'utf-8 with mark') return Buffer.from(`\uFEFF${text}`);
  const bytes = Buffer.from(`\uFEFF${text}`, 'utf16le');
  return encoding === 'utf-16le' ? bytes : bytes.swap16();
}

/** What a cell can hold: also separators, quotes, line ends of every kind, and letters outside ASCII. */
const cell = fc.oneof(
  { weight: 4, arbitrary: fc.stringMatching(/^[A-Za-z0-9:-]{1,8}$/) },
  {
    weight: 1,
    arbitrary: fc.constantFrom('', ' ', ',', ';', '\t', '"', '""', 'Ørjan', '山田', '😀', '=1+1'),
  },
  { weight: 1, arbitrary: fc.constantFrom('two\nlines', 'two\r\nlines', 'old\rlines', '\n=1+1', 'a "b" c') },
);

interface Written {
  readonly rows: readonly (readonly string[])[];
  readonly bytes: Buffer;
  readonly piece: number;
}

/** Random rows in a random writing; each row may end its line in its own way, and empty lines may stand anywhere. */
const written: fc.Arbitrary<Written> = fc
  .record({
    width: fc.integer({ min: 2, max: 5 }),
    separator: fc.constantFrom(',', ';', '\t'),
    encoding: fc.constantFrom(...ENCODINGS),
    piece: fc.integer({ min: 2, max: 40 }),
    lastEnd: fc.boolean(),
    quoteAll: fc.boolean(),
  })
  .chain(({ width, separator, encoding, piece, lastEnd, quoteAll }) =>
    fc
      .array(
        fc.record({
          cells: fc.array(cell, { minLength: 1, maxLength: width + 2 }),
          end: fc.constantFrom(...ENDS),
          emptyLines: fc.constantFrom(0, 0, 0, 1, 2),
          quote: fc.boolean(),
        }),
        { maxLength: 12 },
      )
      .map((lines) => {
        // The header shows the separator, as every real header does.
        const header = {
          cells: Array.from({ length: width }, (_, i) => `Name ${i}`),
          end: '\n',
          emptyLines: 0,
          quote: false,
        };
        const all = [header, ...lines.filter(({ cells }) => cells.length > 1 || cells[0] !== '')];
        const cellText = (text: string, quote: boolean) =>
          quote || /[",;\t\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
        let text = '';
        all.forEach(({ cells, end, emptyLines, quote }, i) => {
          text += cells.map((one) => cellText(one, quoteAll || quote)).join(separator);
          if (i < all.length - 1 || lastEnd) text += end + end.repeat(emptyLines);
        });
        return { rows: all.map(({ cells }) => cells), bytes: encoded(text, encoding), piece: piece * 2 };
      }),
  );

describe('reading CSV', () => {
  it('gives every row of a file in whatever writing, and counts as many in another way', async () => {
    await fc.assert(
      fc.asyncProperty(written, async ({ rows, bytes, piece }) => {
        const read = await rowsOf(inMemory(bytes, piece));
        expect(read.rows.map(({ cells }) => cells)).toEqual(rows);
        expect(read.counted).toBe(rows.length);
      }),
      { numRuns: 1500 },
    );
  });

  it('gives the same of a text as it stands and with its last cell in quotes, which the parser reads', async () => {
    const plain = fc.array(fc.constantFrom('a', 'bc', ',', ',,', '\n', '\r', '\r\n', ' ', 'Ø'), {
      maxLength: 30,
    });
    await fc.assert(
      fc.asyncProperty(plain, fc.integer({ min: 1, max: 9 }), async (parts, piece) => {
        const text = `A,B\n${parts.join('')}\n`;
        const direct = await rowsOf(inMemory(Buffer.from(`${text}end`), piece));
        const parsed = await rowsOf(inMemory(Buffer.from(`${text}"end"`)));
        expect(direct).toEqual(parsed);
        expect(direct.rows.at(-1)?.cells).toEqual(['end']);
      }),
      { numRuns: 1000 },
    );
  });

  it('refuses a line without end, quoted or not, as soon as it is too long', async () => {
    const long = 'x'.repeat(70_000);
    for (const text of [`A,B\n1,2\n${long}`, `A,B\n"1",2\n${long}`, `A,B\n1,2\n${long}\n3,4\n`])
      for (const piece of [1000, text.length])
        await expect(rowsOf(inMemory(Buffer.from(text), piece))).rejects.toThrow(
          'Line 3 is longer than 64 kB',
        );
  });

  it.each([
    ['a header that ends with CRLF and rows that end with LF', 'A,B\r\n1,2\n3,4\n5,6\n'],
    ['a header that ends with CRLF and rows that end with CR', 'A,B\r\n1,2\r3,4\r5,6'],
    ['one stray LF among CRLF', 'A,B\r\n1,2\n3,4\r\n5,6\r\n'],
    ['one stray CR among LF', 'A,B\n1,2\r3,4\n5,6'],
  ])('reads %s', async (_name, text) => {
    for (let piece = 1; piece <= text.length; piece++) {
      const { rows, counted } = await rowsOf(inMemory(Buffer.from(text), piece));
      expect(rows.map(({ line, cells }) => [line, ...cells])).toEqual([
        [1, 'A', 'B'],
        [2, '1', '2'],
        [3, '3', '4'],
        [4, '5', '6'],
      ]);
      expect(counted).toBe(4);
    }
  });

  it('counts records that a parser would lose', async () => {
    // The count knows nothing of separators, so it also holds where these are guessed wrongly.
    const { rows, counted } = await rowsOf(inMemory(Buffer.from('A|B\n1|2\n\n"x\ny"\n')));
    expect([rows.length, counted]).toEqual([3, 3]);
  });

  it.each([
    ['A,B\n1,"2\n3,4\n', 'opens on line 2 is never closed'],
    ['A,B\n1,2"x"\n', 'On line 2 a quote stands where none can be'],
    ['A,B\n1,"2"x\n', 'On line 2 a quote stands where none can be'],
  ])('says where a quote is wrong in %j', async (text, message) => {
    const failed = rowsOf(inMemory(Buffer.from(text)));
    await expect(failed).rejects.toThrow(message);
    await expect(failed).rejects.toBeInstanceOf(UnreadableFile);
  });
});
