import { describe, expect, it } from 'vitest';
import { type Column, inOrder, textOf } from './columns.ts';
import { asCsv, asTabs, asWorkbook } from './take-out.ts';

interface Sum {
  readonly code: string;
  readonly hours: number | null;
}
const COLUMNS: readonly Column<Sum>[] = [
  { id: 'code', name: 'Code', value: ({ code }) => code, room: 20 },
  { id: 'hours', name: 'Hours', value: ({ hours }) => hours, isFigure: true, room: 20 },
  {
    id: 'shown',
    name: 'As "shown"',
    value: ({ hours }) => hours,
    text: ({ hours }) => (hours === null ? '' : hours.toFixed(2)),
    room: 20,
  },
];
const ROWS: readonly Sum[] = [
  { code: '110', hours: 7.5 },
  { code: '=1+1', hours: null },
  { code: 'a\tb', hours: -8 },
];

describe('columns', () => {
  it('order figures by size and texts as people do, with nothing last', () => {
    expect([10, null, -1, 2].sort(inOrder)).toEqual([-1, 2, 10, null]);
    expect(['Émile', 'B10', 'b9', '', 'emma'].sort(inOrder)).toEqual(['b9', 'B10', 'Émile', 'emma', '']);
  });

  it('show their text, or the value as it stands', () => {
    expect(COLUMNS.map((column) => textOf(column, ROWS[0]!))).toEqual(['110', '7.5', '7.50']);
    expect(COLUMNS.map((column) => textOf(column, ROWS[1]!))).toEqual(['=1+1', '', '']);
  });
});

describe('a table taken elsewhere', () => {
  it('is pasted as it is shown, a line a row, and begins no formula', () => {
    expect(asTabs(COLUMNS, ROWS)).toBe('Code\tHours\tAs "shown"\n110\t7.5\t7.50\n\'=1+1\t\t\na b\t-8\t-8.00');
  });

  it('is CSV with quotes where they must be and CRLF', async () => {
    const text = new TextDecoder('utf-8', { ignoreBOM: true }).decode(
      await (await asCsv(COLUMNS, ROWS)).arrayBuffer(),
    );
    expect(text).toBe('\uFEFFCode,Hours,"As ""shown"""\r\n110,7.5,7.50\r\n\'=1+1,,\r\na\tb,-8,-8.00\r\n');
  });

  it('is a workbook that reads back as it was, figures as figures', async () => {
    const { default: exceljs } = await import('exceljs');
    const book = new exceljs.Workbook();
    await book.xlsx.load(await (await asWorkbook('Codes: all', COLUMNS, ROWS)).arrayBuffer());
    const [sheet] = book.worksheets;
    expect(sheet?.name).toBe('Codes  all');
    expect(sheet?.getRow(2).values).toEqual([undefined, '110', 7.5, '7.50']);
    expect(sheet?.getRow(3).getCell(1).value).toBe("'=1+1");
    expect(sheet?.getRow(4).getCell(2).value).toBe(-8);
  });
});
