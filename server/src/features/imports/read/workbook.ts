import { DrizzleQueryError } from 'drizzle-orm';
import { errorParts } from '../../../base/error-parts.ts';
import { columnName, columnOf, type NumberFormat, numberFormat, numberText } from './cells.ts';
import {
  Batch,
  type FileBytes,
  type FileReading,
  type FileRow,
  LONGEST_ROW_CHARACTERS,
  MOST_COLUMNS,
  UnreadableFile,
} from './types.ts';
import { readWholeXml, readXml } from './xml.ts';
import { Zip } from './zip.ts';

const MEGABYTE = 1024 * 1024;
/** What each part may unpack to. A sheet of a million rows of punches has some 300 MB. */
const MOST = { sheet: 400 * MEGABYTE, strings: 64 * MEGABYTE, styles: 16 * MEGABYTE, small: 2 * MEGABYTE };
/** What may be unpacked to show the first rows. */
const MOST_FOR_HEAD = 16 * MEGABYTE;
const MOST_STRINGS = 1_000_000;
const MOST_STYLES = 100_000;
const MOST_ROWS = 1_048_576;
/** Characters of a formula that are kept, to show which it is. */
const MOST_OF_A_FORMULA = 200;

/** A cell as it stands in the sheet: its text, or the number of a text that many cells share. */
type Cell = string | { readonly shared: number };
interface SheetRow {
  readonly row: number;
  readonly cells: readonly Cell[];
}

interface Workbook {
  readonly zip: Zip;
  readonly sheet: string;
  readonly formats: readonly NumberFormat[];
  readonly from1904: boolean;
}

const NO_PUNCHES = 'The workbook has no sheet that can be read. Save it as XLSX once more, or as CSV.';

/** What the package for zips and XML says is for programmers; people hear what to do. */
function unreadable(error: unknown): unknown {
  // The database's own errors are no fault of the file's, and neither are ours.
  const { code } = errorParts(error);
  const files =
    code === undefined ? !(error instanceof TypeError) : /^(Z_|ERR_ENCODING|ERR_STREAM)/.test(code);
  if (error instanceof UnreadableFile || error instanceof DrizzleQueryError || !files) return error;
  return new UnreadableFile('The workbook cannot be opened. Save it as XLSX once more, or as CSV.');
}

/** The target of a relation, seen from the folder of the part that names it. */
function resolve(folder: string, target: string): string {
  if (target.startsWith('/')) return target.slice(1);
  const parts = folder === '' ? [] : folder.split('/');
  for (const part of target.split('/')) {
    if (part === '..') parts.pop();
    else if (part !== '.') parts.push(part);
  }
  return parts.join('/');
}

const folderOf = (part: string): string => part.split('/').slice(0, -1).join('/');

async function relationsOf(zip: Zip, part: string): Promise<{ id: string; type: string; target: string }[]> {
  const found: { id: string; type: string; target: string }[] = [];
  const folder = folderOf(part);
  const file = `${folder === '' ? '' : `${folder}/`}_rels/${part.split('/').pop()}.rels`;
  await readWholeXml(zip.part(file, MOST.small), {
    open(name, { Id = '', Type = '', Target = '' }) {
      if (name === 'Relationship') found.push({ id: Id, type: Type, target: resolve(folder, Target) });
    },
    close() {},
    text() {},
  });
  return found;
}

async function openWorkbook(file: FileBytes): Promise<Workbook> {
  const zip = await Zip.open(file);
  const root = await relationsOf(zip, '');
  const book = root.find(({ type }) => type.endsWith('/officeDocument'))?.target ?? 'xl/workbook.xml';
  if (!zip.has(book))
    throw new UnreadableFile('This is a packed file but no workbook. Punches come as CSV, TSV or XLSX.');
  let first: string | null = null;
  let from1904 = false;
  await readWholeXml(zip.part(book, MOST.small), {
    open(name, attributes) {
      if (name === 'sheet')
        first ??=
          attributes['r:id'] ?? Object.entries(attributes).find(([key]) => key.endsWith(':id'))?.[1] ?? '';
      if (name === 'workbookPr') from1904 = /^(1|true)$/.test(attributes.date1904 ?? '');
    },
    close() {},
    text() {},
  });
  const relations = await relationsOf(zip, book);
  const sheet = relations.find(({ id }) => id === first)?.target;
  if (sheet === undefined || !zip.has(sheet)) throw new UnreadableFile(NO_PUNCHES);
  return { zip, sheet, from1904, formats: await readFormats(zip, resolve(folderOf(book), 'styles.xml')) };
}

/** The number format of each style that a cell can name. */
async function readFormats(zip: Zip, part: string): Promise<NumberFormat[]> {
  const codes = new Map<number, string>();
  const formats: NumberFormat[] = [];
  let inCells = false;
  await readWholeXml(zip.part(part, MOST.styles), {
    open(name, attributes) {
      if (name === 'numFmt') codes.set(Number(attributes.numFmtId), attributes.formatCode ?? '');
      if (name === 'cellXfs') inCells = true;
      if (name === 'xf' && inCells && formats.length < MOST_STYLES) {
        const id = Number(attributes.numFmtId ?? 0);
        formats.push(numberFormat(id, codes.get(id)));
      }
    },
    close(name) {
      if (name === 'cellXfs') inCells = false;
    },
    text() {},
  });
  return formats;
}

/** The texts that cells share, up to one of them. */
async function readStrings({ zip, sheet }: Workbook, upTo: number, mostBytes: number): Promise<string[]> {
  const part = resolve(resolve(folderOf(sheet), '..'), 'sharedStrings.xml');
  const strings: string[] = [];
  let text = '';
  let inText = false;
  let phonetic = false;
  const reading = readXml(zip.part(part, mostBytes), {
    open(name) {
      if (name === 'si') text = '';
      if (name === 't') inText = true;
      if (name === 'rPh') phonetic = true;
    },
    close(name) {
      if (name === 't') inText = false;
      if (name === 'rPh') phonetic = false;
      if (name !== 'si') return;
      strings.push(text);
      if (strings.length > MOST_STRINGS) {
        throw new UnreadableFile(
          `The workbook holds more than ${MOST_STRINGS.toLocaleString('en')} different texts. Save the sheet with the punches alone, or as CSV.`,
        );
      }
    },
    text(piece) {
      if (inText && !phonetic) text += piece;
    },
  });
  for await (const _ of reading) if (strings.length > upTo) break;
  return strings;
}

/** Counts the rows of a sheet by their tags alone, piece by piece. */
class RowTagCounter {
  count = 0;
  #rest = '';

  see(text: string): void {
    const whole = this.#rest + text;
    const tag = /<(?:[\w.-]+:)?row[\s/>]/g;
    let end = 0;
    while (tag.exec(whole) !== null) {
      this.count++;
      end = tag.lastIndex;
    }
    // A tag may be cut in two; names of prefixes are short.
    this.#rest = whole.slice(Math.max(end, whole.length - 64));
  }
}

/** Gathers the cells of a sheet into rows. */
class RowGatherer {
  readonly rows: SheetRow[] = [];
  blank = 0;
  readonly #book: Workbook;
  #row = 0;
  #column = -1;
  #cells: Cell[] = [];
  #characters = 0;
  #type = '';
  #style = 0;
  #value: string | null = null;
  #inValue = false;
  /** What computes the cell; null where nothing does. */
  #formula: string | null = null;
  #inFormula = false;
  #inSheetData = false;
  /** How to pronounce a text stands beside it in some languages, and is no part of it. */
  #phonetic = false;

  constructor(book: Workbook) {
    this.#book = book;
  }

  open(name: string, attributes: Readonly<Record<string, string>>): void {
    if (name === 'sheetData') this.#inSheetData = true;
    if (!this.#inSheetData) return;
    if (name === 'row') this.#openRow(attributes.r);
    else if (name === 'c') this.#openCell(attributes);
    else if (name === 'rPh') this.#phonetic = true;
    else if (name === 'f') {
      this.#inFormula = true;
      this.#formula ??= '';
    } else if ((name === 'v' || name === 't') && !this.#phonetic) {
      this.#inValue = true;
      this.#value ??= '';
    }
  }

  text(text: string): void {
    if (this.#inFormula && this.#formula !== null && this.#formula.length < MOST_OF_A_FORMULA)
      this.#formula += text;
    if (!this.#inValue) return;
    this.#value += text;
    this.#characters += text.length;
    if (this.#characters > LONGEST_ROW_CHARACTERS) {
      throw new UnreadableFile(
        `Row ${this.#row} is longer than ${LONGEST_ROW_CHARACTERS / 1024} kB. That is no row of punches: check that every punch stands in a row of its own.`,
      );
    }
  }

  close(name: string): void {
    if (name === 'v' || name === 't') this.#inValue = false;
    else if (name === 'rPh') this.#phonetic = false;
    else if (name === 'f') this.#inFormula = false;
    else if (name === 'c' && this.#inSheetData) this.#closeCell();
    else if (name === 'row' && this.#inSheetData) {
      if (this.#cells.length > 0) this.rows.push({ row: this.#row, cells: this.#cells });
      else this.blank++;
    } else if (name === 'sheetData') this.#inSheetData = false;
  }

  #openRow(written: string | undefined): void {
    const row = written === undefined ? this.#row + 1 : Number(written);
    if (!Number.isInteger(row) || row < 1 || row > MOST_ROWS)
      throw new UnreadableFile(
        `The workbook has a row of a number that no sheet has. Save it as XLSX once more, or as CSV.`,
      );
    if (row <= this.#row)
      throw new UnreadableFile(
        `Row ${row} of the sheet stands after row ${this.#row}. Save it as XLSX once more, or as CSV.`,
      );
    this.#row = row;
    this.#column = -1;
    this.#cells = [];
    this.#characters = 0;
  }

  #openCell({ r, t = 'n', s = '0' }: Readonly<Record<string, string>>): void {
    const column = r === undefined ? this.#column + 1 : columnOf(r);
    if (column === null || column <= this.#column)
      throw new UnreadableFile(
        `The cells of row ${this.#row} are not in order. Save the workbook as XLSX once more, or as CSV.`,
      );
    this.#column = column;
    this.#type = t;
    this.#style = Number(s);
    this.#value = null;
    this.#formula = null;
  }

  #closeCell(): void {
    const cell = this.#cellOf();
    if (cell === '') return;
    if (this.#column >= MOST_COLUMNS) {
      throw new UnreadableFile(
        `Row ${this.#row} has something in column ${columnName(this.#column)}; Heath takes up to ${MOST_COLUMNS} columns. Empty the columns beyond the punches.`,
      );
    }
    while (this.#cells.length < this.#column) this.#cells.push('');
    this.#cells.push(cell);
  }

  #cellOf(): Cell {
    const value = this.#value;
    // A formula whose result was not saved: it is no blank, and its row is refused by what stands there.
    if (value === null && this.#formula !== null) return `=${this.#formula.slice(0, MOST_OF_A_FORMULA)}`;
    if (value === null || value === '') return '';
    switch (this.#type) {
      case 's':
        return { shared: Number(value) };
      case 'b':
        return value === '1' ? 'true' : 'false';
      case 'n':
        return numberText(
          value,
          this.#book.formats[this.#style] ?? { date: false, time: false },
          this.#book.from1904,
        );
      case 'd':
        return value.replace('T', ' ');
      default:
        return value;
    }
  }
}

function textOf(cell: Cell, strings: readonly string[], row: number): string {
  if (typeof cell === 'string') return cell;
  const text = strings[cell.shared];
  if (text === undefined)
    throw new UnreadableFile(
      `Row ${row} names a text that the workbook does not hold. Save it as XLSX once more, or as CSV.`,
    );
  return text;
}

/** A row's cells as texts, as many as the header has; null where all of them are empty. */
function toFileRow({ row, cells }: SheetRow, strings: readonly string[], width: number): FileRow | null {
  const texts = cells.map((cell) => textOf(cell, strings, row));
  while (texts.length > 0 && texts[texts.length - 1] === '') texts.pop();
  if (texts.length === 0) return null;
  while (texts.length < width) texts.push('');
  return { line: row, cells: texts };
}

/** Reads the first sheet of a workbook. */
export function readWorkbook(file: FileBytes): FileReading {
  const tags = new RowTagCounter();
  const blank = { count: 0 };
  return { batches: readBatches(file, tags, blank), counted: () => tags.count - blank.count };
}

async function* readBatches(
  file: FileBytes,
  tags: RowTagCounter,
  blank: { count: number },
): AsyncGenerator<FileRow[]> {
  try {
    const book = await openWorkbook(file);
    const strings = await readStrings(book, Number.POSITIVE_INFINITY, MOST.strings);
    const gatherer = new RowGatherer(book);
    const batch = new Batch();
    let width = 0;
    for await (const _ of readXml(book.zip.part(book.sheet, MOST.sheet), gatherer, (text) =>
      tags.see(text),
    )) {
      for (const gathered of gatherer.rows) {
        const row = toFileRow(gathered, strings, width);
        if (row === null) gatherer.blank++;
        else {
          width ||= row.cells.length;
          batch.add(row);
        }
      }
      gatherer.rows.length = 0;
      blank.count = gatherer.blank;
      if (batch.full) yield batch.take();
    }
    if (!batch.empty) yield batch.take();
  } catch (error) {
    throw unreadable(error);
  }
}

/** The header and the first rows; only what they need is unpacked. */
export async function headOfWorkbook(file: FileBytes, rows: number): Promise<FileRow[]> {
  try {
    const book = await openWorkbook(file);
    const gatherer = new RowGatherer(book);
    for await (const _ of readXml(book.zip.part(book.sheet, MOST_FOR_HEAD), gatherer))
      if (gatherer.rows.length > rows) break;
    const first = gatherer.rows.slice(0, rows);
    const shared = first.flatMap(({ cells }) =>
      cells.map((cell) => (typeof cell === 'string' ? -1 : cell.shared)),
    );
    const last = shared.reduce((most, next) => Math.max(most, next), -1);
    const strings = last < 0 ? [] : await readStrings(book, last, MOST.strings);
    const head: FileRow[] = [];
    for (const gathered of first) {
      const row = toFileRow(gathered, strings, head[0]?.cells.length ?? 0);
      if (row !== null) head.push(row);
    }
    return head;
  } catch (error) {
    throw unreadable(error);
  }
}
