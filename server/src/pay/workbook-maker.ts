import { PassThrough } from 'node:stream';
import {
  type BatchHead,
  type BatchLine,
  type FileCheck,
  FileChecker,
  type FileRow,
  type FileTotals,
  type Layout,
  RowMaker,
} from '@heath/core';
import type { stream, Worksheet } from 'exceljs';
import type { FileMaker, Sink } from './making.ts';

const ROWS_AT_ONCE = 500;

/** A file as a workbook of one sheet: figures are figures, and whatever is text is text, which no spreadsheet computes. */
export class WorkbookMaker implements FileMaker {
  readonly #rows: RowMaker;
  readonly #checker: FileChecker;
  readonly #out = new PassThrough();
  readonly #sink: Sink;
  readonly #layout: Layout;
  #book!: stream.xlsx.WorkbookWriter;
  #sheet!: Worksheet;
  #drained!: Promise<void>;
  #hours = 0;
  #written = 0;

  constructor(layout: Layout, head: BatchHead, sink: Sink, only: ReadonlySet<number> | null) {
    this.#rows = new RowMaker(layout, head, only);
    this.#checker = new FileChecker(layout);
    this.#sink = sink;
    this.#layout = layout;
  }

  async start(totals: FileTotals | null): Promise<void> {
    // Loaded where it is needed: it takes thirty megabytes of every thread.
    const { default: exceljs } = await import('exceljs');
    this.#book = new exceljs.stream.xlsx.WorkbookWriter({ stream: this.#out, useStyles: true });
    this.#sheet = this.#book.addWorksheet(
      this.#layout.name.replaceAll(/[[\]*?:/\\]/g, ' ').slice(0, 31) || 'Pay',
    );
    this.#drained = (async () => {
      for await (const bytes of this.#out) await this.#sink(bytes as Buffer);
    })();
    // Whoever ends it hears of it; until then it is no error that nobody sees to.
    this.#drained.catch(() => undefined);
    this.#write(this.#rows.start(totals));
  }

  async add(lines: readonly BatchLine[]): Promise<void> {
    for (const line of lines) {
      this.#hours += line.hours;
      this.#write(this.#rows.add(line));
    }
    // What is written goes out while more is made.
    if (this.#written++ % ROWS_AT_ONCE === 0) await new Promise((resolve) => setImmediate(resolve));
  }

  async end(): Promise<FileCheck> {
    this.#write(this.#rows.end());
    this.#sheet.commit();
    await this.#book.commit();
    await this.#drained;
    return this.#checker.done(this.#hours);
  }

  #write(rows: readonly FileRow[]): void {
    for (const row of rows) {
      this.#checker.row(row);
      const made = this.#sheet.addRow(
        row.cells.map(({ text, number }) => (typeof number === 'number' ? number : text)),
      );
      row.cells.forEach(({ text, number }, i) => {
        // `8.50` stands there as it is written, and not as 8.5.
        const decimals = typeof number === 'number' ? (/[.,](\d+)$/.exec(text)?.[1]?.length ?? 0) : 0;
        if (decimals > 0) made.getCell(i + 1).numFmt = `0.${'0'.repeat(decimals)}`;
      });
      made.commit();
    }
  }
}
