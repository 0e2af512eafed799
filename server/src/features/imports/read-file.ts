import { Readable } from 'node:stream';
import { type Parser, parse } from 'csv-parse';
import ExcelJS from 'exceljs';

/** What a file cannot be read for. The message is shown as it is. */
export class UnreadableFile extends Error {}

export interface FileRow {
  /** Line of the file, or row of the sheet, from 1. */
  readonly line: number;
  readonly cells: readonly string[];
}

type Bytes = AsyncIterable<Buffer>;
export type FileFormat = 'csv' | 'xlsx';

const LONGEST_RECORD = 64 * 1024;
const CSV_OPTIONS = {
  relax_column_count: true,
  max_record_size: LONGEST_RECORD,
} as const;

/** XLSX by its first bytes, anything else is taken for text. */
export const formatOf = (head: Buffer): FileFormat =>
  head.subarray(0, 4).toString('latin1') === 'PK\x03\x04' ? 'xlsx' : 'csv';

/** The file's rows in batches, header first, never holding the file as a whole. Throws `UnreadableFile`. */
export function readRows(bytes: Bytes, format: FileFormat): AsyncGenerator<FileRow[]> {
  return format === 'xlsx' ? readSheet(bytes) : readText(bytes);
}

/** The first rows of a file, as many as it takes to recognize it. */
export async function readHead(bytes: Bytes, format: FileFormat, rows: number): Promise<FileRow[]> {
  const head: FileRow[] = [];
  for await (const batch of readRows(bytes, format)) {
    head.push(...batch);
    if (head.length >= rows) break;
  }
  return head.slice(0, rows);
}

/** UTF-8, or UTF-16 where a byte order mark says so. */
function decoderFor(head: Buffer): TextDecoder {
  const mark = head.subarray(0, 2).toString('hex');
  const encoding = mark === 'fffe' ? 'utf-16le' : mark === 'feff' ? 'utf-16be' : 'utf-8';
  return new TextDecoder(encoding, { fatal: true });
}

/** The separator that the header line has most of. */
function separatorOf(text: string): string {
  const header = text.split(/\r?\n/, 1)[0]!;
  const count = (separator: string) => header.split(separator).length;
  return [',', '\t', ';'].reduce((best, next) => (count(next) > count(best) ? next : best));
}

function unreadable(error: unknown): UnreadableFile {
  if (error instanceof UnreadableFile) return error;
  const { code, message, lines } = error as { code?: string; message?: string; lines?: number };
  if (code === 'CSV_MAX_RECORD_SIZE') {
    return new UnreadableFile(
      `Line ${lines ?? 1} is longer than ${LONGEST_RECORD / 1024} kB. That is no row of punches: check that every punch stands on a line of its own.`,
    );
  }
  if (code === 'ERR_ENCODING_INVALID_ENCODED_DATA') {
    return new UnreadableFile('The text is not in UTF-8. Save the file as "CSV UTF-8" and drop it again.');
  }
  return new UnreadableFile(`The file cannot be read: ${message ?? 'unknown reason'}.`);
}

/** Gives records their lines: one each, and one more for every line end inside quotes. */
class LineCounter {
  #line = 1;
  #quoted = false;

  /** To be told of every text before its records come. */
  see(text: string): void {
    this.#quoted ||= text.includes('"');
  }

  /** The row of the next record; null for an empty line. */
  row(cells: string[]): FileRow | null {
    const line = this.#line++;
    if (this.#quoted) for (const cell of cells) this.#line += cell.split('\n').length - 1;
    return cells.length === 1 && cells[0] === '' ? null : { line, cells };
  }
}

async function* readText(bytes: Bytes): AsyncGenerator<FileRow[]> {
  let decoder: TextDecoder | null = null;
  let parser: Parser | null = null;
  let ended: Promise<void> = Promise.resolve();
  let failure: unknown = null;
  const lines = new LineCounter();
  const drain = (): FileRow[] => {
    const batch: FileRow[] = [];
    for (
      let cells = parser!.read() as string[] | null;
      cells !== null;
      cells = parser!.read() as string[] | null
    ) {
      const row = lines.row(cells);
      if (row !== null) batch.push(row);
    }
    return batch;
  };
  try {
    for await (const chunk of bytes) {
      decoder ??= decoderFor(chunk);
      const text = decoder.decode(chunk, { stream: true });
      if (text.includes('\0')) {
        throw new UnreadableFile('This is not a text file. Punches come as CSV, TSV or XLSX.');
      }
      if (parser === null) {
        parser = parse({ ...CSV_OPTIONS, delimiter: separatorOf(text) });
        parser.on('error', (error) => {
          failure = error;
        });
        const opened = parser;
        ended = new Promise((resolve) => opened.once('end', resolve).once('close', resolve));
      }
      lines.see(text);
      parser.write(text);
      // The parser tells of an error only after the call that met it.
      await new Promise(setImmediate);
      const batch = drain();
      if (failure !== null) throw failure;
      if (batch.length > 0) yield batch;
    }
    if (parser === null) return;
    parser.end(decoder!.decode());
    const batch = drain();
    parser.read();
    await ended;
    if (failure !== null) throw failure;
    if (batch.length > 0) yield batch;
  } catch (error) {
    throw unreadable(error);
  } finally {
    parser?.destroy();
  }
}

/** A cell as text: dates as ISO dates, times of day as times, formulas by their result. */
function cellText(value: unknown): string {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) {
    const iso = value.toISOString();
    // A time of day without a date is a fraction of the sheet's day zero.
    if (value.getUTCFullYear() < 1901) return iso.slice(11, 19);
    return iso.endsWith('T00:00:00.000Z') ? iso.slice(0, 10) : `${iso.slice(0, 10)} ${iso.slice(11, 19)}`;
  }
  if (typeof value === 'object') {
    const cell = value as {
      result?: unknown;
      text?: unknown;
      richText?: readonly { text: string }[];
      error?: string;
    };
    if (cell.richText) return cell.richText.map((part) => part.text).join('');
    return cellText(cell.result ?? cell.text ?? cell.error ?? '');
  }
  return String(value);
}

async function* readSheet(bytes: Bytes): AsyncGenerator<FileRow[]> {
  try {
    const workbook = new ExcelJS.stream.xlsx.WorkbookReader(Readable.from(bytes) as never, {
      worksheets: 'emit',
      sharedStrings: 'cache',
      styles: 'cache',
      hyperlinks: 'ignore',
    });
    for await (const sheet of workbook) {
      let batch: FileRow[] = [];
      let width = 0;
      for await (const row of sheet) {
        width ||= row.cellCount;
        const cells = Array.from({ length: Math.max(width, row.cellCount) }, (_, i) =>
          cellText(row.getCell(i + 1).value),
        );
        if (cells.some((cell) => cell !== '')) batch.push({ line: row.number, cells });
        if (batch.length >= 2000) {
          yield batch;
          batch = [];
        }
      }
      if (batch.length > 0) yield batch;
      return;
    }
  } catch (error) {
    throw error instanceof UnreadableFile
      ? error
      : new UnreadableFile('The workbook cannot be opened. Save it as XLSX once more, or as CSV.');
  }
}
