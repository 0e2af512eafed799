import { type Column, textOf } from './columns.ts';

/** A cell that spreadsheets would take for a formula is marked as text. */
const harmless = (text: string): string =>
  /^[=+\-@\t\r]/.test(text) && !/^[+-]?[\d.,]+$/.test(text) ? `'${text}` : text;

/** Rows as they are shown, for a spreadsheet to paste: names first, then a line each. */
export function asTabs<Row>(columns: readonly Column<Row>[], rows: readonly Row[]): string {
  const line = (cells: readonly string[]) =>
    cells.map((cell) => harmless(cell.replaceAll(/[\t\r\n]+/g, ' '))).join('\t');
  return [
    line(columns.map(({ name }) => name)),
    ...rows.map((row) => line(columns.map((column) => textOf(column, row)))),
  ].join('\n');
}

const cellsOf = <Row>(columns: readonly Column<Row>[], row: Row): (string | number)[] =>
  columns.map((column) => {
    const value = column.value(row);
    return typeof value === 'number' && column.text === undefined ? value : harmless(textOf(column, row));
  });

/** The same as CSV (RFC 4180, UTF-8 with its mark, which spreadsheets look for). */
export async function asCsv<Row>(columns: readonly Column<Row>[], rows: readonly Row[]): Promise<Blob> {
  const { stringify } = await import('csv-stringify/browser/esm/sync');
  const text = stringify([columns.map(({ name }) => name), ...rows.map((row) => cellsOf(columns, row))], {
    record_delimiter: '\r\n',
    bom: true,
  });
  return new Blob([text], { type: 'text/csv;charset=utf-8' });
}

const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

/** The same as a workbook of one sheet. */
export async function asWorkbook<Row>(
  name: string,
  columns: readonly Column<Row>[],
  rows: readonly Row[],
): Promise<Blob> {
  const { default: exceljs } = await import('exceljs');
  const book = new exceljs.Workbook();
  const sheet = book.addWorksheet(name.slice(0, 31).replaceAll(/[[\]:*?/\\]/g, ' '), {
    views: [{ state: 'frozen', ySplit: 1 }],
  });
  sheet.columns = columns.map((column) => ({ header: column.name, width: Math.max(column.room / 1.6, 8) }));
  sheet.getRow(1).font = { bold: true };
  for (const row of rows) sheet.addRow(cellsOf(columns, row));
  return new Blob([await book.xlsx.writeBuffer()], { type: XLSX });
}

/** Gives a file to whoever asked for it. */
export function download(name: string, blob: Blob): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
