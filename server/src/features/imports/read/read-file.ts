import { readText } from './text.ts';
import {
  type FileBytes,
  type FileFormat,
  type FileReading,
  type FileRow,
  MOST_COLUMNS,
  UnreadableFile,
} from './types.ts';
import { headOfWorkbook, readWorkbook } from './workbook.ts';

/**
 * XLSX by its first bytes, anything else is taken for text.
 *
 * @throws UnreadableFile for the older kind of workbook
 */
export function formatOf(head: Buffer): FileFormat {
  const magic = head.subarray(0, 4).toString('hex');
  if (magic === 'd0cf11e0') {
    throw new UnreadableFile(
      'This workbook is of the older kind (XLS), or has a password. Save it as XLSX without a password, or as CSV.',
    );
  }
  return magic === '504b0304' ? 'xlsx' : 'csv';
}

/** Reads a file's rows. */
export function readRows(file: FileBytes, format: FileFormat): FileReading {
  return format === 'xlsx' ? readWorkbook(file) : readText(file);
}

/** The header and the first rows of a file, as many as it takes to recognize it. Throws `UnreadableFile`. */
export async function readHead(file: FileBytes, format: FileFormat, rows: number): Promise<FileRow[]> {
  const head: FileRow[] = format === 'xlsx' ? await headOfWorkbook(file, rows) : await headOfText(file, rows);
  const columns = head[0]?.cells.length ?? 0;
  if (columns > MOST_COLUMNS) {
    throw new UnreadableFile(
      `The file has ${columns.toLocaleString('en')} columns; Heath takes up to ${MOST_COLUMNS}. Leave out those that say nothing about punches.`,
    );
  }
  return head;
}

async function headOfText(file: FileBytes, rows: number): Promise<FileRow[]> {
  const head: FileRow[] = [];
  for await (const batch of readText(file).batches) {
    head.push(...batch);
    if (head.length >= rows) break;
  }
  return head.slice(0, rows);
}
