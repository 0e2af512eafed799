/** What a file cannot be read for. The message is shown as it is. */
export class UnreadableFile extends Error {}

export interface FileRow {
  /** Line of the file, or row of the sheet, from 1. */
  readonly line: number;
  readonly cells: readonly string[];
}

export type FileFormat = 'csv' | 'xlsx';

/** The bytes of a file, from its beginning or from any place. */
export interface FileBytes {
  readonly size: number;
  chunks(): AsyncIterable<Buffer>;
  /** The bytes from one place up to another, that one not included. */
  range(start: number, end: number): AsyncIterable<Buffer>;
}

/** A file's rows in batches, header first, never the file as a whole. */
export interface FileReading {
  /** Throws `UnreadableFile` where reading cannot go on. */
  readonly batches: AsyncGenerator<FileRow[]>;
  /** Rows that are not empty, header included, counted in another way than they are read; known when the batches have ended. */
  counted(): number;
}

/** A row of punches is never longer than this. */
export const LONGEST_ROW_CHARACTERS = 64 * 1024;
/** A file of punches has never more columns than this. */
export const MOST_COLUMNS = 200;

const BATCH_ROWS = 1000;
const BATCH_CHARACTERS = 1024 * 1024;

/** Rows that wait to be given on together: as many as are quick to handle, and never many that are long. */
export class Batch {
  #rows: FileRow[] = [];
  #characters = 0;

  add(row: FileRow): void {
    this.#rows.push(row);
    for (const cell of row.cells) this.#characters += cell.length;
  }

  get full(): boolean {
    return this.#rows.length >= BATCH_ROWS || this.#characters >= BATCH_CHARACTERS;
  }

  get empty(): boolean {
    return this.#rows.length === 0;
  }

  take(): FileRow[] {
    const rows = this.#rows;
    this.#rows = [];
    this.#characters = 0;
    return rows;
  }
}
