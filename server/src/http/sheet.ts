/** A table as the only sheet of a workbook. */
export interface Sheet {
  readonly title: string;
  readonly heading: readonly string[];
  /** How the figures of a column are written; null where it holds texts. */
  readonly formats: readonly (string | null)[];
  readonly rows: readonly (readonly string[])[];
}

/** A workbook with a table: figures as figures, words as words. */
export async function sheetOf({ title, heading, formats, rows }: Sheet): Promise<Buffer> {
  const { default: exceljs } = await import('exceljs');
  const book = new exceljs.Workbook();
  const sheet = book.addWorksheet(title.slice(0, 31));
  sheet.addRow([...heading]).font = { bold: true };
  for (const cells of rows) {
    const row = sheet.addRow(
      cells.map((text, i) => (formats[i] != null && text !== '' ? Number(text) : text)),
    );
    formats.forEach((format, i) => {
      if (format !== null) row.getCell(i + 1).numFmt = format;
    });
  }
  sheet.columns.forEach((column, i) => {
    column.width = formats[i] == null ? 26 : 14;
  });
  return Buffer.from(await book.xlsx.writeBuffer());
}
