import type { FileFormat, ReportReply } from '@heath/contract';
import {
  type CellKind,
  decimalHours,
  HOURS_PER_SECOND,
  hoursOf,
  type ReportCell,
  type ReportColumn,
  type ReportRow,
  SECONDS_PER_DAY,
  textCell,
  type Workday,
  type Writer,
  workday,
  workdayToIso,
} from '@heath/core';
import { stringify } from 'csv-stringify/sync';
import { MOST_ROWS_ON_PAPER, type Paper } from '../../http/paper.ts';
import type { Printing } from '../../http/printing.ts';
import type { Sheet } from '../../http/sheet.ts';

/** The media type of a report as a file. */
export const TYPES: Readonly<Record<FileFormat, string>> = {
  csv: 'text/csv; charset=utf-8',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  pdf: 'application/pdf',
};

const isNumber = (kind: CellKind): boolean => kind !== 'text' && kind !== 'day';

/** How the days and hours of cells become text. */
interface CellTexts {
  readonly day: (day: Workday) => string;
  readonly hours: (hours: number) => string;
}

/** For programs, whoever asks: ISO 8601 dates, hours with two decimals. */
const FOR_PROGRAMS: CellTexts = { day: workdayToIso, hours: (hours) => decimalHours(hours) };

/** A cell as text; money and counts as they are. */
function written(cell: ReportCell, kind: CellKind, texts: CellTexts): string {
  if (cell === null || cell === '') return '';
  if (kind === 'day') return texts.day(workday(Number(cell)));
  if (kind === 'hours') return texts.hours(Number(cell));
  if (kind === 'seconds') return texts.hours(hoursOf(Number(cell)));
  return String(cell);
}

/** How a report becomes a file: who signs it, how its reader writes hours and dates, and who prints. */
interface FileOf {
  readonly sign: string | null;
  readonly writer: Writer;
  readonly print: Printing;
}

/** A report as a file: what is shown, with its sums. A CSV is for programs; a workbook and paper are written for their reader. */
export function fileOfReport(report: ReportReply, format: FileFormat, of: FileOf): Promise<Uint8Array> {
  if (format === 'csv') return Promise.resolve(csvOf(report));
  return format === 'xlsx'
    ? of.print.sheet(sheetOfReport(report, of))
    : of.print.paper(paperOfReport(report, of));
}

const hasSums = ({ sums }: ReportReply): boolean => sums.some((sum) => sum !== null && sum !== '');

const textsOf = (
  columns: readonly ReportColumn[],
  cells: readonly ReportCell[],
  texts: CellTexts,
): string[] => columns.map(({ kind }, i) => written(cells[i] ?? null, kind, texts));

/** The rows as text, the sums last. */
function rowsOf(report: ReportReply, texts: CellTexts): string[][] {
  const { columns, rows, sums } = report;
  const made = rows.map(({ cells }) => textsOf(columns, cells, texts));
  if (!hasSums(report)) return made;
  const [first, ...others] = textsOf(columns, sums, texts);
  return [...made, [first || 'Total', ...others]];
}

const csvHead = (columns: readonly ReportColumn[]): string => csvRows([], [columns.map(({ name }) => name)]);

/** Rows as CSV; formula-looking text is made harmless. */
function csvRows(columns: readonly ReportColumn[], rows: readonly (readonly string[])[]): string {
  const isFigure = columns.map(({ kind }) => isNumber(kind));
  const harmless = rows.map((cells) =>
    cells.map((text, i) => (isFigure[i] === true ? text : textCell(text))),
  );
  return stringify(harmless, { record_delimiter: 'windows' });
}

const csvOf = (report: ReportReply): Buffer =>
  Buffer.from(csvHead(report.columns) + csvRows(report.columns, rowsOf(report, FOR_PROGRAMS)));

/** Rows that come some at a time as CSV, heading first. */
export async function* csvInParts(
  columns: readonly ReportColumn[],
  pages: AsyncIterable<readonly ReportRow[]>,
): AsyncGenerator<string> {
  yield csvHead(columns);
  for await (const rows of pages)
    yield csvRows(
      columns,
      rows.map(({ cells }) => textsOf(columns, cells, FOR_PROGRAMS)),
    );
}

/** How a workbook shows what is no plain number. Hours of minutes are parts of a day there, as workbooks have lengths of time. */
const DECIMAL_FIGURES: Readonly<Partial<Record<CellKind, string>>> = {
  hours: '0.00',
  seconds: '0.00',
  money: '0.00',
};
const MINUTE_FIGURES: typeof DECIMAL_FIGURES = {
  ...DECIMAL_FIGURES,
  hours: '[h]" h "mm" m"',
  seconds: '[h]" h "mm" m"',
};
const asPartOfDay = (hours: number): string => String(hours / HOURS_PER_SECOND / SECONDS_PER_DAY);

function sheetOfReport(report: ReportReply, { writer }: FileOf): Sheet {
  const isDecimal = writer.writing.hours === 'decimal';
  const figures = isDecimal ? DECIMAL_FIGURES : MINUTE_FIGURES;
  return {
    title: report.title,
    heading: report.columns.map(({ name }) => name),
    formats: report.columns.map(({ kind }) => (isNumber(kind) ? (figures[kind] ?? 'General') : null)),
    rows: rowsOf(report, { day: writer.date, hours: isDecimal ? FOR_PROGRAMS.hours : asPartOfDay }),
  };
}

function paperOfReport(report: ReportReply, { sign, writer }: FileOf): Paper {
  const rows = rowsOf(report, { day: writer.date, hours: writer.hours });
  const isAll = rows.length <= MOST_ROWS_ON_PAPER;
  const note = `These are the first ${MOST_ROWS_ON_PAPER.toLocaleString('en')} of ${rows.length.toLocaleString('en')} rows: saved as CSV it has all.`;
  return {
    title: report.title,
    under: [writer.dates(report.firstDay, report.lastDay), report.says]
      .filter((part) => part !== '')
      .join(' · '),
    before: isAll ? report.notes : [...report.notes, note],
    heading: report.columns.map(({ name }) => name),
    isFigure: report.columns.map(({ kind }) => isNumber(kind)),
    rows: rows.slice(0, MOST_ROWS_ON_PAPER),
    ...(sign === null ? {} : { sign }),
  };
}
