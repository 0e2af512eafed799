import type { FileFormat, ReportReply } from '@heath/contract';
import {
  type CellKind,
  decimalHours,
  hoursOf,
  type ReportCell,
  type ReportColumn,
  type ReportRow,
  textCell,
  workday,
  workdayInWords,
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

/** A cell as text: days as ISO dates, hours with two decimals, money as it is. */
function written(cell: ReportCell, kind: CellKind): string {
  if (cell === null || cell === '') return '';
  if (kind === 'day') return workdayInWords(workday(Number(cell)));
  if (kind === 'hours') return decimalHours(Number(cell));
  if (kind === 'seconds') return decimalHours(hoursOf(Number(cell)));
  return String(cell);
}

/** A report as a file: what is shown, with its sums. */
export function fileOfReport(
  report: ReportReply,
  format: FileFormat,
  sign: string | null,
  print: Printing,
): Promise<Uint8Array> {
  if (format === 'csv') return Promise.resolve(csvOf(report));
  return format === 'xlsx' ? print.sheet(sheetOfReport(report)) : print.paper(paperOfReport(report, sign));
}

const hasSums = ({ sums }: ReportReply): boolean => sums.some((sum) => sum !== null && sum !== '');

const textsOf = (columns: readonly ReportColumn[], cells: readonly ReportCell[]): string[] =>
  columns.map(({ kind }, i) => written(cells[i] ?? null, kind));

/** The rows as text, the sums last. */
function texts(report: ReportReply): string[][] {
  const { columns, rows, sums } = report;
  const made = rows.map(({ cells }) => textsOf(columns, cells));
  if (!hasSums(report)) return made;
  const [first, ...others] = textsOf(columns, sums);
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
  Buffer.from(csvHead(report.columns) + csvRows(report.columns, texts(report)));

/** Rows that come some at a time as CSV, heading first. */
export async function* csvInParts(
  columns: readonly ReportColumn[],
  pages: AsyncIterable<readonly ReportRow[]>,
): AsyncGenerator<string> {
  yield csvHead(columns);
  for await (const rows of pages)
    yield csvRows(
      columns,
      rows.map(({ cells }) => textsOf(columns, cells)),
    );
}

const FIGURES: Readonly<Partial<Record<CellKind, string>>> = {
  hours: '0.00',
  seconds: '0.00',
  money: '0.00',
};

const sheetOfReport = (report: ReportReply): Sheet => ({
  title: report.title,
  heading: report.columns.map(({ name }) => name),
  formats: report.columns.map(({ kind }) => (isNumber(kind) ? (FIGURES[kind] ?? 'General') : null)),
  rows: texts(report),
});

function paperOfReport(report: ReportReply, sign: string | null): Paper {
  const rows = texts(report);
  const isAll = rows.length <= MOST_ROWS_ON_PAPER;
  const note = `These are the first ${MOST_ROWS_ON_PAPER.toLocaleString('en')} of ${rows.length.toLocaleString('en')} rows: saved as CSV it has all.`;
  return {
    title: report.title,
    under: [`${workdayInWords(report.firstDay)} to ${workdayInWords(report.lastDay)}`, report.says]
      .filter((part) => part !== '')
      .join(' · '),
    before: isAll ? report.notes : [...report.notes, note],
    heading: report.columns.map(({ name }) => name),
    isFigure: report.columns.map(({ kind }) => isNumber(kind)),
    rows: rows.slice(0, MOST_ROWS_ON_PAPER),
    ...(sign === null ? {} : { sign }),
  };
}
