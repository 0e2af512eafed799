import { CsvError, type Parser, parse } from 'csv-parse';
import { errorParts } from '../../../base/error-parts.ts';
import { LINE_END, LINE_ENDS } from '../../../http/line-ends.ts';
import { RecordCounter } from './count-records.ts';
import {
  Batch,
  type FileBytes,
  type FileReading,
  type FileRow,
  LONGEST_ROW_CHARACTERS,
  UnreadableFile,
} from './types.ts';

/** No file of punches has more empty lines after one another. */
const MOST_BLANK_LINES = 1_000_000;

const CSV_OPTIONS = {
  relax_column_count: true,
  max_record_size: LONGEST_ROW_CHARACTERS,
  record_delimiter: LINE_ENDS,
};

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

const tooLong = (line: number): UnreadableFile =>
  new UnreadableFile(
    `Line ${line} is longer than ${LONGEST_ROW_CHARACTERS / 1024} kB. That is no row of punches: check that every punch stands on a line of its own.`,
  );

function unreadable(error: unknown, line: number): unknown {
  const { code } = errorParts(error);
  if (code === 'CSV_MAX_RECORD_SIZE') return tooLong(line);
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
  #blank = 0;

  /** To be told of every text before its records come. */
  see(text: string): void {
    this.#quoted ||= text.includes('"');
  }

  /** The row of the next record; null for an empty line. */
  row(cells: string[]): FileRow | null {
    const line = this.line++;
    if (this.#quoted) for (const cell of cells) this.line += cell.split(LINE_END).length - 1;
    if (cells.length !== 1 || cells[0] !== '') {
      this.#blank = 0;
      return { line, cells };
    }
    this.#passBlank(1);
    return null;
  }

  /** Passes over so many empty lines that come after one another. */
  skip(lines: number): void {
    this.line += lines;
    this.#passBlank(lines);
  }

  #passBlank(lines: number): void {
    this.#blank += lines;
    if (this.#blank > MOST_BLANK_LINES)
      throw new UnreadableFile(
        `There are more than ${MOST_BLANK_LINES.toLocaleString('en')} empty lines before line ${this.line.toLocaleString('en')}. Save the file without them.`,
      );
  }
}

/**
 * Rows of a text without quotes: every line is one, cut at the separators. Most files of punches are such texts, and for them the parser
 * took half the time of an import (`import` in the bench).
 */
class PlainRows {
  readonly separator: string;
  readonly #lines: LineCounter;
  /** The line that has begun and not ended. */
  #begun = '';

  constructor(separator: string, lines: LineCounter) {
    this.separator = separator;
    this.#lines = lines;
  }

  *of(text: string): Generator<FileRow> {
    const begun = this.rest();
    if (begun === '' && /^\n+$/.test(text)) {
      this.#lines.skip(text.length);
      return;
    }
    const all = begun + text;
    // It may be the first half of a line end.
    const half = all.endsWith('\r') ? '\r' : '';
    const lines = all.slice(0, all.length - half.length).split(LINE_END);
    this.#begun = (lines.pop() ?? '') + half;
    for (const line of lines) {
      if (line.length > LONGEST_ROW_CHARACTERS) throw tooLong(this.#lines.line);
      const row = this.#lines.row(line.split(this.separator));
      if (row !== null) yield row;
    }
    if (this.#begun.length > LONGEST_ROW_CHARACTERS) throw tooLong(this.#lines.line);
  }

  /** The line that has begun and not ended, given away. */
  rest(): string {
    const rest = this.#begun;
    this.#begun = '';
    return rest;
  }
}

/** Rows of any text, as the parser reads it. */
class ParsedRows {
  readonly #parser: Parser;
  readonly #lines: LineCounter;
  #ended = false;
  #failure: unknown = null;

  constructor(separator: string, lines: LineCounter) {
    this.#lines = lines;
    this.#parser = parse({ ...CSV_OPTIONS, delimiter: separator });
    this.#parser.on('error', (error) => {
      this.#failure = error;
    });
    const end = () => {
      this.#ended = true;
    };
    this.#parser.once('end', end).once('close', end);
  }

  async write(text: string): Promise<void> {
    this.#parser.write(text);
    await this.settled();
  }

  async end(): Promise<void> {
    this.#parser.end();
    await this.settled();
  }

  /** The parser tells what a call led to, an error too, only after that call. */
  settled(): Promise<void> {
    return new Promise((resolve) => void setImmediate(resolve));
  }

  /** Whether everything was taken out of it; it does not end with a failure, which `rows` throws. */
  get ended(): boolean {
    return this.#ended && this.#failure === null;
  }

  /** Rows that are complete. */
  *rows(): Generator<FileRow> {
    const next = () => this.#parser.read() as string[] | null;
    for (let cells = next(); cells !== null; cells = next()) {
      const row = this.#lines.row(cells);
      if (row !== null) yield row;
    }
    if (this.#failure !== null) throw this.#failure;
  }

  close(): void {
    this.#parser.destroy();
  }
}

/** Reads CSV and its kin: separated by comma, semicolon or tab, in UTF-8 or UTF-16. */
export function readText(file: FileBytes): FileReading {
  const counter = new RecordCounter();
  return { batches: readBatches(file, counter), counted: () => counter.count };
}

/** The text of a file piece by piece; the first piece holds the whole header, unless that is too long for one. */
async function* textsOf(file: FileBytes): AsyncGenerator<string> {
  let decoder: TextDecoder | null = null;
  let header: string | null = '';
  for await (const chunk of file.chunks()) {
    decoder ??= decoderFor(chunk);
    const text: string = (header ?? '') + decoder.decode(chunk, { stream: true });
    if (text.includes('\0'))
      throw new UnreadableFile('This is not a text file. Punches come as CSV, TSV or XLSX.');
    const isComplete: boolean =
      header === null || headerOf(text) !== null || text.length >= LONGEST_ROW_CHARACTERS;
    header = isComplete ? null : text;
    if (isComplete) yield text;
  }
  const rest = (header ?? '') + (decoder?.decode() ?? '');
  if (rest !== '') yield rest;
}

/** Rows in batches. */
function* batched(rows: Iterable<FileRow>): Generator<FileRow[]> {
  const batch = new Batch();
  for (const row of rows) {
    batch.add(row);
    if (batch.full) yield batch.take();
  }
  if (!batch.empty) yield batch.take();
}

async function* readBatches(file: FileBytes, counter: RecordCounter): AsyncGenerator<FileRow[]> {
  const lines = new LineCounter();
  let plain: PlainRows | null = null;
  let parsed: ParsedRows | null = null;
  try {
    for await (const text of textsOf(file)) {
      counter.see(text);
      lines.see(text);
      plain ??= new PlainRows(separatorOf(headerOf(`${text}\n`) ?? text), lines);
      if (parsed === null && !text.includes('"')) {
        yield* batched(plain.of(text));
        continue;
      }
      // From the line with the first quote on.
      parsed ??= new ParsedRows(plain.separator, lines);
      await parsed.write(plain.rest() + text);
      yield* batched(parsed.rows());
    }
    counter.end();
    if (parsed === null) {
      if (plain !== null) yield* batched(plain.of('\n'));
      return;
    }
    for (await parsed.end(); !parsed.ended; await parsed.settled()) yield* batched(parsed.rows());
  } catch (error) {
    throw unreadable(error, lines.line);
  } finally {
    parsed?.close();
  }
}
