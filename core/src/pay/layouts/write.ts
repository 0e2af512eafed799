import { type FileCheck, FileChecker } from './check.ts';
import { encode, encodingMark } from './encode.ts';
import { type FileRow, RowMaker, totalsOf } from './file-rows.ts';
import type { Layout } from './layout.ts';
import { lineEndOf, rowJson, rowText } from './row-text.ts';
import type { BatchHead, BatchLine, FileTotals } from './types.ts';

/** Rows of a file as its text. */
export class TextWriter {
  readonly #layout: Layout;
  readonly #end: string;
  /** Of JSON: what has been opened so far. */
  #opened: 'nothing' | 'file' | 'lines' | 'a line' | 'trailer' = 'nothing';

  constructor(layout: Layout) {
    this.#layout = layout;
    this.#end = lineEndOf(layout);
  }

  /** The text of the next row. */
  row(row: FileRow): string {
    return this.#layout.kind === 'json' ? this.#json(row) : rowText(row, this.#layout) + this.#end;
  }

  /** What closes the file. */
  end(): string {
    if (this.#layout.kind !== 'json') return '';
    if (this.#opened === 'trailer') return `${this.#end}}${this.#end}`;
    return `${this.#openLines()}${this.#end}  ]${this.#end}}${this.#end}`;
  }

  #openFile(): string {
    if (this.#opened !== 'nothing') return '';
    this.#opened = 'file';
    return `{${this.#end}`;
  }

  #openLines(): string {
    const file = this.#openFile();
    if (this.#opened !== 'file') return file;
    this.#opened = 'lines';
    return `${file}  "lines": [`;
  }

  #json(row: FileRow): string {
    const end = this.#end;
    if (row.part === 'heading') return '';
    if (row.part === 'header') return `${this.#openFile()}  "header": ${rowJson(row)},${end}`;
    const before = this.#openLines();
    if (row.part === 'trailer') {
      this.#opened = 'trailer';
      return `${before}${end}  ],${end}  "trailer": ${rowJson(row)}`;
    }
    const comma = this.#opened === 'a line' ? ',' : '';
    this.#opened = 'a line';
    return `${before}${comma}${end}    ${rowJson(row)}`;
  }
}

/** Writes a file of text from the lines of its batch, in order of person, and holds it against them while it does. */
export class FileWriter {
  readonly #layout: Layout;
  readonly #rows: RowMaker;
  readonly #text: TextWriter;
  readonly #checker: FileChecker;
  #hours = 0;

  constructor(layout: Layout, batch: BatchHead, only: ReadonlySet<number> | null = null) {
    this.#layout = layout;
    this.#rows = new RowMaker(layout, batch, only);
    this.#text = new TextWriter(layout);
    this.#checker = new FileChecker(layout);
  }

  /** The bytes before the lines; see `RowMaker.start`. */
  start(totals: FileTotals | null): Uint8Array[] {
    return [encodingMark(this.#layout.encoding), this.#bytes(this.#rows.start(totals))];
  }

  /** The bytes of some lines of the batch. */
  add(lines: readonly BatchLine[]): Uint8Array {
    const rows: FileRow[] = [];
    for (const line of lines) {
      this.#hours += line.hours;
      for (const row of this.#rows.add(line)) rows.push(row);
    }
    return this.#bytes(rows);
  }

  /** The bytes that are left. */
  end(): Uint8Array {
    const bytes = this.#bytes(this.#rows.end());
    return concatenated([bytes, encode(this.#text.end(), this.#layout.encoding)]);
  }

  /** What came of it, once it has ended. */
  check(): FileCheck {
    return this.#checker.done(this.#hours);
  }

  #bytes(rows: readonly FileRow[]): Uint8Array {
    let text = '';
    for (const row of rows) {
      this.#checker.row(row);
      text += this.#text.row(row);
    }
    return encode(text, this.#layout.encoding);
  }
}

/** Some bytes behind one another. */
function concatenated(parts: readonly Uint8Array[]): Uint8Array {
  const all = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}

/** A whole file of text, and what came of holding it against its batch. */
export function fileOf(
  layout: Layout,
  batch: BatchHead,
  lines: readonly BatchLine[],
): { readonly bytes: Uint8Array; readonly check: FileCheck } {
  const writer = new FileWriter(layout, batch);
  const parts = writer.start(layout.header === null ? null : totalsOf(layout, lines));
  parts.push(writer.add(lines), writer.end());
  return { bytes: concatenated(parts), check: writer.check() };
}
