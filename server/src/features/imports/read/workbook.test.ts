import { strToU8 } from 'fflate';
import { describe, expect, it } from 'vitest';
import { sheetNumber, workbook, workbookParts, zipped } from '../../../testing/workbook.ts';
import { numberFormat, numberText } from './cells.ts';
import { readHead } from './read-file.ts';
import { type FileBytes, UnreadableFile } from './types.ts';
import { readWorkbook } from './workbook.ts';

function inMemory(bytes: Buffer): FileBytes {
  async function* range(start: number, end: number) {
    for (let at = start; at < end; at += 65_536) yield bytes.subarray(at, Math.min(at + 65_536, end));
  }
  return { size: bytes.length, range, chunks: () => range(0, bytes.length) };
}

async function read(bytes: Buffer) {
  const reading = readWorkbook(inMemory(bytes));
  const rows: (readonly [number, ...string[]])[] = [];
  for await (const batch of reading.batches) for (const { line, cells } of batch) rows.push([line, ...cells]);
  expect(reading.counted()).toBe(rows.length);
  return rows;
}

const ROWS = [
  ['Person', 'When', 'Kind'],
  ['MF-0101', '2026-10-20 08:00', 'in'],
];
const SHEET = 'xl/worksheets/sheet1.xml';
/** The workbook of two rows with one of its parts changed. */
const changed = (part: string, change: (text: string) => string) => {
  const parts = workbookParts(ROWS);
  return zipped({ ...parts, [part]: change(parts[part]!) });
};

describe('reading workbooks', () => {
  it('gives texts, numbers, dates and times as a sheet shows them', async () => {
    const midnight = Date.UTC(2026, 9, 25);
    const rows = await read(
      workbook([
        ['Text', 'Number', 'Date', 'Time', 'Both'],
        [
          'a < b & "c"',
          101,
          { date: sheetNumber(midnight) },
          { time: 0.25 },
          { moment: sheetNumber(midnight) },
        ],
        [
          '',
          0.5,
          { date: sheetNumber(midnight) },
          { time: 0.999_99 },
          { moment: sheetNumber(midnight + 1000) },
        ],
      ]),
    );
    expect(rows).toEqual([
      [1, 'Text', 'Number', 'Date', 'Time', 'Both'],
      // Midnight is a time too where the format shows one.
      [2, 'a < b & "c"', '101', '2026-10-25', '06:00:00', '2026-10-25 00:00:00'],
      [3, '', '0.5', '2026-10-25', '23:59:59', '2026-10-25 00:00:01'],
    ]);
  });

  it('reads what other programs write: prefixed names, inline texts, formulas, blank rows, missing positions', async () => {
    const sheet = `<?xml version="1.0"?><x:worksheet xmlns:x="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><x:sheetData>
      <x:row><x:c t="inlineStr"><x:is><x:t>Per</x:t><x:t>son</x:t><x:rPh><x:t>ignored</x:t></x:rPh></x:is></x:c><x:c t="str"><x:f>A1</x:f><x:v>Time</x:v></x:c></x:row>
      <x:row/>
      <x:row r="5"><x:c r="B5" t="b"><x:v>1</x:v></x:c></x:row>
      <x:row r="9"><x:c r="A9"><x:v/></x:c></x:row></x:sheetData></x:worksheet>`;
    expect(await read(changed(SHEET, () => sheet))).toEqual([
      [1, 'Person', 'Time'],
      [5, '', 'true'],
    ]);
  });

  it('keeps the row of formulas whose results were not saved: it is refused by line, not lost', async () => {
    const sheet = `<?xml version="1.0"?><worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData>
      <row r="1"><c r="A1" t="inlineStr"><is><t>Person</t></is></c><c r="B1" t="inlineStr"><is><t>When</t></is></c></row>
      <row r="2"><c r="A2"><f>C2</f></c><c r="B2"><f t="shared" si="0"/></c></row>
      <row r="3"><c r="A3" t="str"><f>D3</f><v></v></c></row></sheetData></worksheet>`;
    expect(await read(changed(SHEET, () => sheet))).toEqual([
      [1, 'Person', 'When'],
      [2, '=C2', '='],
    ]);
  });

  it('keeps cells beyond the header, so that their row can be refused', async () => {
    expect(
      await read(
        workbook([
          ['A', 'B'],
          ['1', '2', '3'],
        ]),
      ),
    ).toEqual([
      [1, 'A', 'B'],
      [2, '1', '2', '3'],
    ]);
  });

  it.each([
    ['yyyy-mm-dd', true, false],
    ['[$-809]dd mmmm yyyy;@', true, false],
    ['h:mm AM/PM', false, true],
    ['[h]:mm:ss', false, true],
    ['"day "0', false, false],
    ['[Red]0.00', false, false],
    ['General', false, false],
    ['dd/mm/yyyy hh:mm', true, true],
  ])('takes the number format %s for date %s, time %s', (code, date, time) => {
    expect(numberFormat(164, code)).toEqual({ date, time });
  });

  it('reads the same day in both systems of dates', () => {
    const date = { date: true, time: false };
    expect(numberText('46320', date, false)).toBe('2026-10-25');
    expect(numberText('44858', date, true)).toBe('2026-10-25');
  });

  it.each<[string, Buffer, string]>([
    [
      'cells far to the right',
      changed(SHEET, (s) => s.replace('</row>', '<c r="XFD1"><v>1</v></c></row>')),
      'column XFD',
    ],
    [
      'columns that no sheet has',
      changed(SHEET, (s) => s.replace('</row>', '<c r="ZZZ1"><v>1</v></c></row>')),
      'not in order',
    ],
    [
      'a row number of twelve digits',
      changed(SHEET, (s) => s.replace('r="2"', 'r="999999999999"')),
      'a number that no sheet has',
    ],
    [
      'the same row twice',
      changed(SHEET, (s) => s.replace('r="2"', 'r="1"')),
      'Row 1 of the sheet stands after row 1',
    ],
    ['the same cell twice', changed(SHEET, (s) => s.replace('r="B2"', 'r="A2"')), 'row 2 are not in order'],
    [
      'a text that is not there',
      changed(SHEET, (s) => s.replace('<v>5</v>', '<v>50</v>')),
      'names a text that the workbook does not hold',
    ],
    [
      'a text longer than a cell',
      changed('xl/sharedStrings.xml', (s) => s.replace('MF-0101', 'x'.repeat(2_000_000))),
      'longer than any cell',
    ],
    [
      'a row longer than any',
      changed(SHEET, (s) =>
        s.replace(
          '</row></sheetData>',
          `<c r="D2" t="str"><v>${'x'.repeat(70_000)}</v></c></row></sheetData>`,
        ),
      ),
      'Row 2 is longer than 64 kB',
    ],
    ['XML that breaks off', changed(SHEET, (s) => s.slice(0, -30)), 'cannot be opened'],
    [
      'no sheet',
      changed('xl/workbook.xml', (s) => s.replace(/<sheets>.*<\/sheets>/, '')),
      'no sheet that can be read',
    ],
    ['a zip of other things', zipped({ 'readme.txt': 'x' }), 'no workbook'],
    ['half a zip', workbook(ROWS).subarray(0, 900), 'cannot be opened'],
  ])('refuses %s, in words', async (_name, bytes, message) => {
    const failed = read(bytes);
    await expect(failed).rejects.toThrow(message);
    await expect(failed).rejects.toBeInstanceOf(UnreadableFile);
  });

  it('counts what is unpacked while it unpacks, whatever the zip says of its size', async () => {
    const padding = `<!--${' '.repeat(1000)}-->`.repeat(80_000);
    const bomb = changed('xl/sharedStrings.xml', (s) => s.replace('</sst>', `${padding}</sst>`));
    expect(bomb.length).toBeLessThan(400_000);
    await expect(read(bomb)).rejects.toThrow('unpacks to more than 64 MB');
  });

  it('holds the number of texts', async () => {
    const many = '<si><t>a</t></si>'.repeat(1_000_001);
    await expect(
      read(changed('xl/sharedStrings.xml', (s) => s.replace('</sst>', `${many}</sst>`))),
    ).rejects.toThrow('more than 1,000,000 different texts');
  });

  it('shows the first rows without unpacking the rest', async () => {
    const parts = workbookParts(ROWS);
    const rest = '<row><c t="str"><v>x</v></c></row>'.repeat(2_000_000);
    const sheet = parts[SHEET]!.replace('</sheetData>', `${rest}</sheetData>`);
    const head = await readHead(inMemory(zipped({ ...parts, [SHEET]: strToU8(sheet) })), 'xlsx', 100);
    expect(head).toHaveLength(100);
    expect(head[1]!.cells).toEqual(['MF-0101', '2026-10-20 08:00', 'in']);
  });
});
