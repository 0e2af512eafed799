import { createReadStream } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { createInterface } from 'node:readline';
import type { Readable } from 'node:stream';
import { text } from 'node:stream/consumers';
import { CsvError, parse } from 'csv-parse';
import ICAL from 'ical.js';
import { COLUMNS, type Column, type Kind } from '../columns.ts';
import { Refusal } from '../refusal.ts';

/** One row of a file by column, and where it stands. */
export interface Row {
  readonly where: string;
  /** Its line in the file, from 1; of iCalendar the number of its event. */
  readonly line: number;
  readonly cells: Readonly<Record<string, string>>;
}

/** The rows of a file of one kind: CSV, JSON Lines or iCalendar, as its ending says; `-` is CSV from the standard input. */
export async function* rowsOf(kind: Kind, file: string): AsyncGenerator<Row> {
  const ending = file === '-' ? 'csv' : file.slice(file.lastIndexOf('.') + 1).toLowerCase();
  if (ending === 'csv') yield* csvRows(kind, file);
  else if (ending === 'jsonl' || ending === 'ndjson') yield* jsonRows(kind, file);
  else if (ending === 'ics') yield* calendarRows(kind, file);
  else
    throw new Refusal(file, 'its ending says neither CSV (.csv), JSON Lines (.jsonl) nor iCalendar (.ics).');
}

const open = (file: string): Readable => (file === '-' ? process.stdin : createReadStream(file));

const lineOf = (error: CsvError): number => Number((error as unknown as { lines?: number }).lines ?? 1);

/** What is wrong with a CSV that cannot be read on, and what would be right. */
function csvTrouble({ code }: CsvError): string {
  if (code === 'CSV_MAX_RECORD_SIZE') return `a row is longer than ${MOST_CHARACTERS / 1024} kB.`;
  if (code === 'CSV_QUOTE_NOT_CLOSED') return 'a quote is opened and never closed.';
  return 'a quote stands where none can be. Put quotes around the whole cell and write a quote inside it twice.';
}

/** What stands for bytes that are no UTF-8: they must not become a part of somebody's number. */
const NO_TEXT = '\uFFFD';

/** Turns trouble with the file itself into a refusal. */
function unreadable(file: string, error: unknown): never {
  if (error instanceof Refusal) throw error;
  const { code, message } = error as NodeJS.ErrnoException;
  if (code === 'ENOENT') throw new Refusal(file, 'there is no such file.');
  if (code === 'EISDIR') throw new Refusal(file, 'it is a folder.');
  if (code === 'EACCES') throw new Refusal(file, 'it may not be read.');
  if (error instanceof CsvError) throw new Refusal(`${file} line ${lineOf(error)}`, csvTrouble(error));
  throw new Refusal(file, message);
}

/** A header that is one cell with another separator in it: then what is wrong is not its names. */
function checkSeparator(file: string, found: readonly string[]): void {
  const [only, ...more] = found;
  if (only === undefined || more.length > 0) return;
  for (const [separator, name] of [
    [';', 'semicolons'],
    ['\t', 'tabs'],
    ['|', 'bars'],
  ] as const) {
    if (only.includes(separator))
      throw new Refusal(file, `its columns are separated by ${name}. Write it with commas between them.`);
  }
}

function checkColumns(kind: Kind, file: string, found: readonly string[]): void {
  const columns: readonly Column[] = COLUMNS[kind];
  for (const { name, required } of columns)
    if (required && !found.includes(name))
      throw new Refusal(
        file,
        `there is no column ${name}. Columns of ${kind}: ${columns.map((c) => c.name).join(', ')}.`,
      );
  for (const name of found)
    if (!columns.some((column) => column.name === name))
      throw new Refusal(
        file,
        `the column ${name} means nothing here. Columns of ${kind}: ${columns.map((c) => c.name).join(', ')}.`,
      );
}

const MOST_CHARACTERS = 65_536;

async function* csvRows(kind: Kind, file: string): AsyncGenerator<Row> {
  let header: string[] | null = null;
  const parser = open(file)
    .on('error', (error) => parser.destroy(error))
    .pipe(
      parse({
        bom: true,
        info: true,
        skip_empty_lines: true,
        relax_column_count: true,
        max_record_size: MOST_CHARACTERS,
        // All of them anywhere: files that were joined or edited end their lines in more than one way.
        record_delimiter: ['\r\n', '\n', '\r'],
      }),
    );
  try {
    for await (const { record, info } of parser as AsyncIterable<{
      record: string[];
      info: { lines: number };
    }>) {
      if (header === null) {
        header = record.map((name) => name.trim().toLowerCase());
        checkSeparator(file, header);
        checkColumns(kind, file, header);
        continue;
      }
      const where = `${file} line ${info.lines}`;
      if (record.length !== header.length)
        throw new Refusal(where, `${record.length} fields where the header has ${header.length}.`);
      if (record.some((cell) => cell.includes(NO_TEXT))) throw new Refusal(where, 'it is not in UTF-8.');
      const cells: Record<string, string> = {};
      for (let i = 0; i < header.length; i++) cells[header[i]!] = record[i]!.trim();
      yield { where, line: info.lines, cells };
    }
  } catch (error) {
    unreadable(file, error);
  }
  if (header === null) throw new Refusal(file, 'it is empty: not even a header.');
}

async function* jsonRows(kind: Kind, file: string): AsyncGenerator<Row> {
  const columns: readonly Column[] = COLUMNS[kind];
  let line = 0;
  const stream = open(file);
  const failed = new Promise<never>((_, reject) => stream.on('error', reject));
  failed.catch(() => {});
  try {
    const lines = createInterface({ input: stream, crlfDelay: Number.POSITIVE_INFINITY })[
      Symbol.asyncIterator
    ]();
    for (;;) {
      const next = await Promise.race([lines.next(), failed]);
      if (next.done) break;
      line++;
      if (next.value.trim() === '') continue;
      const where = `${file} line ${line}`;
      if (next.value.includes(NO_TEXT)) throw new Refusal(where, 'it is not in UTF-8.');
      const cells: Record<string, string> = {};
      let object: unknown;
      try {
        object = JSON.parse(next.value);
      } catch {
        throw new Refusal(where, 'it is not JSON. Each line is one object.');
      }
      if (typeof object !== 'object' || object === null || Array.isArray(object))
        throw new Refusal(where, 'it is not an object.');
      for (const [name, value] of Object.entries(object)) {
        if (!columns.some((column) => column.name === name))
          throw new Refusal(
            where,
            `${name} means nothing here. Fields of ${kind}: ${columns.map((c) => c.name).join(', ')}.`,
          );
        if (value !== null && typeof value === 'object')
          throw new Refusal(where, `${name} is not a text or a number.`);
        cells[name] = value === null ? '' : String(value);
      }
      for (const { name, required } of columns)
        if (required && (cells[name] ?? '') === '') throw new Refusal(where, `${name} is missing.`);
      yield { where, line, cells };
    }
  } catch (error) {
    unreadable(file, error);
  }
}

/** Local date and time of an iCalendar time, with Z where it is in UTC; a date alone stays one. */
const isoOf = (time: ICAL.Time): string => (time.isDate ? time.toString().slice(0, 10) : time.toString());

async function* calendarRows(kind: Kind, file: string): AsyncGenerator<Row> {
  if (kind !== 'plans' && kind !== 'calendar' && kind !== 'leave')
    throw new Refusal(file, `iCalendar holds plans, leave and a calendar, not ${kind}.`);
  let root: ICAL.Component;
  try {
    root = new ICAL.Component(
      ICAL.parse(file === '-' ? await text(process.stdin) : await readFile(file, 'utf8')),
    );
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== undefined) unreadable(file, error);
    throw new Refusal(file, `it is not iCalendar: ${(error as Error).message}.`);
  }
  let number = 0;
  for (const component of root.getAllSubcomponents('vevent')) {
    number++;
    const where = `${file} event ${number}`;
    const event = new ICAL.Event(component);
    if (!component.hasProperty('dtstart')) throw new Refusal(where, 'it has no DTSTART.');
    if (event.isRecurring()) throw new Refusal(where, 'it repeats: write out each time it happens.');
    const categories = component.getFirstPropertyValue('categories');
    const category = typeof categories === 'string' ? categories : '';
    const summary = event.summary ?? '';
    const starts = isoOf(event.startDate);
    if (kind === 'plans') {
      yield {
        where,
        line: number,
        cells: {
          person: summary,
          starts: moment(event.startDate, where),
          ends: moment(event.endDate, where),
          job: category,
        },
      };
    } else if (kind === 'calendar')
      yield { where, line: number, cells: { date: starts.slice(0, 10), name: summary } };
    else {
      const seconds = event.endDate.subtractDate(event.startDate).toSeconds();
      yield {
        where,
        line: number,
        cells: {
          person: summary,
          date: starts.slice(0, 10),
          hours: String(seconds / 3600),
          code: category,
          reason: event.description ?? '',
        },
      };
    }
  }
}

/** A moment that the row's own zone need not explain: UTC, or local time with the zone that the event names. */
function moment(time: ICAL.Time, where: string): string {
  if (time.isDate) throw new Refusal(where, 'a planned shift needs times, not dates alone.');
  const zone = time.zone?.tzid;
  return zone === undefined || zone === 'floating' || zone === 'UTC'
    ? isoOf(time)
    : `${isoOf(time)}[${zone}]`;
}
