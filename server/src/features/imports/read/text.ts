import { CsvError, type Parser, parse } from 'csv-parse';
import { RecordCounter } from './count-records.ts';
import {
  Batch,
  type FileBytes,
  type FileReading,
  type FileRow,
  LONGEST_ROW_CHARACTERS,
  UnreadableFile,
} from './types.ts';

const CSV_OPTIONS = {
  relax_column_count: true,
  max_record_size: LONGEST_ROW_CHARACTERS,
  // All of them anywhere: files that were joined or edited end their lines in more than one way.
  record_delimiter: ['\r\n', '\n', '\r'],
};
const LINE_END = /\r\n|\n|\r/;

/** UTF-8, or UTF-16 where a byte order mark says so. */
function decoderFor(head: Buffer): TextDecoder {
  const mark = head.subarray(0, 2).toString('hex');
  const encoding = mark === 'fffe' ? 'utf-16le' : mark === 'feff' ? 'utf-16be' : 'utf-8';
  return new TextDecoder(encoding, { fatal: true });
}

/** The header line with what stands in quotes left out; null while it has not ended. */
function headerOf(text: string): string | null {
  const [header, ...rest] = text
    .replaceAll(/"[^"]*("|$)/g, '')
    .replace(/^[\r\n]+/, '')
    .split(LINE_END);
  return rest.length > 0 ? (header ?? '') : null;
}

/** The separator that the header has most of. */
function separatorOf(header: string): string {
  const count = (separator: string) => header.split(separator).length;
  return [',', '\t', ';'].reduce((best, next) => (count(next) > count(best) ? next : best));
}

function unreadable(error: unknown, line: number): unknown {
  const { code } = error as { code?: string };
  if (code === 'CSV_MAX_RECORD_SIZE') {
    return new UnreadableFile(
      `Line ${line} is longer than ${LONGEST_ROW_CHARACTERS / 1024} kB. That is no row of punches: check that every punch stands on a line of its own.`,
    );
  }
  if (code === 'ERR_ENCODING_INVALID_ENCODED_DATA') {
    return new UnreadableFile('The text is not in UTF-8. Save the file as "CSV UTF-8" and drop it again.');
  }
  if (code === 'CSV_QUOTE_NOT_CLOSED') {
    return new UnreadableFile(
      `A quote that opens on line ${line} is never closed. Nothing was taken: close it, or take it out.`,
    );
  }
  if (error instanceof CsvError) {
    return new UnreadableFile(
      `On line ${line} a quote stands where none can be. Nothing was taken: put quotes around the whole cell and write a quote inside it twice, or take it out.`,
    );
  }
  return error;
}

/** Gives records their lines: one each, and one more for every line end inside quotes. */
class LineCounter {
  line = 1;
  #quoted = false;

  /** To be told of every text before its records come. */
  see(text: string): void {
    this.#quoted ||= text.includes('"');
  }

  /** The row of the next record; null for an empty line. */
  row(cells: string[]): FileRow | null {
    const line = this.line++;
    if (this.#quoted) for (const cell of cells) this.line += cell.split(LINE_END).length - 1;
    return cells.length === 1 && cells[0] === '' ? null : { line, cells };
  }
}

/** Reads CSV and its kin: separated by comma, semicolon or tab, in UTF-8 or UTF-16. */
export function readText(file: FileBytes): FileReading {
  const counter = new RecordCounter();
  return { batches: readBatches(file, counter), counted: () => counter.count };
}

async function* readBatches(file: FileBytes, counter: RecordCounter): AsyncGenerator<FileRow[]> {
  let decoder: TextDecoder | null = null;
  let parser: Parser | null = null;
  /** The beginning of the file, until its header tells the separator. */
  let pending = '';
  let ended = false;
  let failure: unknown = null;
  const lines = new LineCounter();
  const batch = new Batch();
  function* drain(from: Parser): Generator<FileRow[]> {
    for (let cells = from.read() as string[] | null; cells !== null; cells = from.read() as string[] | null) {
      const row = lines.row(cells);
      if (row !== null) batch.add(row);
      if (batch.full) yield batch.take();
    }
    if (!batch.empty) yield batch.take();
  }
  const open = (text: string): Parser => {
    const opened = parse({ ...CSV_OPTIONS, delimiter: separatorOf(text) });
    opened.on('error', (error) => {
      failure = error;
    });
    const end = () => {
      ended = true;
    };
    opened.once('end', end).once('close', end);
    return opened;
  };
  try {
    for await (const chunk of file.chunks()) {
      decoder ??= decoderFor(chunk);
      const text = decoder.decode(chunk, { stream: true });
      if (text.includes('\0'))
        throw new UnreadableFile('This is not a text file. Punches come as CSV, TSV or XLSX.');
      counter.see(text);
      lines.see(text);
      pending += text;
      if (parser === null) {
        const header = headerOf(pending);
        if (header === null && pending.length < LONGEST_ROW_CHARACTERS) continue;
        parser = open(header ?? pending);
      }
      parser.write(pending);
      pending = '';
      // The parser tells of an error only after the call that met it.
      await new Promise(setImmediate);
      yield* drain(parser);
      if (failure !== null) throw failure;
    }
    if (decoder === null) return;
    const rest = decoder.decode();
    counter.see(rest);
    counter.end();
    parser ??= open(headerOf(`${pending}\n`) ?? pending);
    parser.end(pending + rest);
    // It ends only once everything is taken out of it.
    while (!ended && failure === null) {
      yield* drain(parser);
      await new Promise(setImmediate);
    }
    if (failure !== null) throw failure;
  } catch (error) {
    throw unreadable(error, lines.line);
  } finally {
    parser?.destroy();
  }
}
