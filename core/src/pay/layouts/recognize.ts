import { stepOf } from '../../time/hours.ts';
import { workdayFromIso } from '../../time/units.ts';
import { COLUMNS } from './columns.ts';
import type { LinePart } from './define.ts';
import type { HoursWritten } from './hours-text.ts';
import { kindOf, type Layout, type LayoutColumn } from './layout.ts';

/** What is known beside a sample, so that values can be told: the numbers of people, and the codes of the pay system. */
export interface KnownValues {
  readonly people: ReadonlySet<string>;
  readonly codes: ReadonlySet<string>;
}

/** A sample file, taken apart: its rows as any reader of separated values gives them. */
export interface Sample {
  readonly rows: readonly (readonly string[])[];
  readonly separator: ',' | ';' | '|' | '\t';
  readonly lineEnd: Layout['lineEnd'];
  readonly encoding: Layout['encoding'];
  /** Every value stands in quotes. */
  readonly isQuoted: boolean;
}

/** What a sample looks like: a layout to begin from, how sure each column is, and what somebody should look at. */
export interface Recognized {
  readonly says: Layout;
  readonly columns: readonly {
    readonly heading: string;
    readonly sample: string;
    readonly isSure: boolean;
  }[];
  readonly notes: readonly string[];
}

type Holds = LayoutColumn['holds'];

const plain = (text: string): string => text.toLowerCase().replaceAll(/[^a-z]/g, '');

const DATE_SHAPES: readonly (readonly [RegExp, readonly string[]])[] = [
  [/^\d{4}-\d\d-\d\d$/, ['YYYY-MM-DD']],
  [/^\d\d\/\d\d\/\d{4}$/, ['DD/MM/YYYY', 'MM/DD/YYYY']],
  [/^\d\d\.\d\d\.\d{4}$/, ['DD.MM.YYYY']],
  [/^(19|20)\d{6}$/, ['YYYYMMDD']],
  [/^\d{1,2}\/\d{1,2}\/\d\d$/, ['D/M/YY', 'M/D/YY']],
];

/** The patterns in which every value of a column is a day that there is. */
function patternsOf(values: readonly string[]): readonly string[] {
  const given = values.filter((value) => value !== '');
  const [, patterns = []] =
    DATE_SHAPES.find(([shape]) => given.length > 0 && given.every((value) => shape.test(value))) ?? [];
  return patterns.filter((pattern) => given.every((value) => isDay(value, pattern)));
}

function isDay(value: string, pattern: string): boolean {
  const order = (pattern.match(/Y+|M+|D+/g) ?? []).map((part) => part.charAt(0));
  const parts =
    pattern === 'YYYYMMDD' ? [value.slice(0, 4), value.slice(4, 6), value.slice(6)] : value.split(/[-/.]/);
  const of = (letter: string) => (parts[order.indexOf(letter)] ?? '').padStart(2, '0');
  const year = of('Y').length === 2 ? `20${of('Y')}` : of('Y');
  try {
    workdayFromIso(`${year}-${of('M')}-${of('D')}`);
    return true;
  } catch {
    return false;
  }
}

/** More than the hours of a day: of a line for a day it must be minutes. */
const HOURS_OF_A_DAY = 24;
const FIGURE = /^-?\d+([.,]\d{1,4})?$/;
const decimalsOf = (text: string): number => text.split(/[.,]/)[1]?.length ?? 0;

interface HoursSeen extends HoursWritten {
  readonly mark: Layout['decimalMark'] | null;
  /** A value that can be hours and minutes. */
  readonly unclear: string | null;
}

/** How the hours of a column are written; null where they are none. */
function hoursWrittenIn(values: readonly string[], heading: string, isPerDay: boolean): HoursSeen | null {
  const given = values.filter((value) => value !== '');
  if (given.length === 0) return null;
  if (given.every((value) => /^-?\d+:\d\d(:\d\d)?$/.test(value)))
    return { written: '8:30', decimals: 2, mark: null, unclear: null };
  if (!given.every((value) => FIGURE.test(value))) return null;
  const mark = given.find((value) => /[.,]/.test(value))?.includes(',') ? ',' : '.';
  const hasMark = given.some((value) => /[.,]/.test(value));
  const long = given.find((value) => Math.abs(Number(value.replace(',', '.'))) > HOURS_OF_A_DAY);
  const decimals = Math.max(...given.map(decimalsOf));
  const how = { decimals, mark: hasMark ? mark : null, unclear: null } as const;
  const name = plain(heading);
  if (name.startsWith('min')) return { ...how, written: 'minutes' };
  const saysHours = /^(hours|hrs)/.test(name);
  if (long === undefined)
    return { ...how, written: '8.50', unclear: hasMark || saysHours ? null : (given[0] ?? null) };
  if (isPerDay && !saysHours) return { ...how, written: 'minutes' };
  if (saysHours && hasMark && !isPerDay) return { ...how, written: '8.50' };
  return { ...how, written: hasMark ? '8.50' : 'minutes', unclear: long };
}

const share = (values: readonly string[], among: ReadonlySet<string>): number =>
  values.filter((value) => among.has(value)).length / Math.max(values.length, 1);

/** What a column holds, by its values first, then by its heading. */
function holdsOf(
  heading: string,
  values: readonly string[],
  known: KnownValues,
  isPerDay: boolean,
): { holds: Holds; isSure: boolean } {
  const byHeading = COLUMNS.find(({ headings }) => headings.includes(plain(heading)))?.name;
  if (share(values, known.people) > 0.5) return { holds: 'person', isSure: true };
  if (share(values, known.codes) > 0.5 && byHeading !== 'hours') return { holds: 'code', isSure: true };
  if (patternsOf(values).length > 0) {
    const isDate =
      byHeading !== undefined && ['workday', 'period first', 'period last', 'pay day'].includes(byHeading);
    return { holds: isDate ? byHeading : 'workday', isSure: isDate };
  }
  if (values.length > 0 && values.every((value) => /^\d+-\d{4,}$/.test(value)))
    return { holds: 'reference', isSure: true };
  if (byHeading === 'hours')
    return { holds: 'hours', isSure: hoursWrittenIn(values, heading, isPerDay) !== null };
  if (byHeading !== undefined) return { holds: byHeading, isSure: true };
  if (hoursWrittenIn(values, heading, isPerDay) !== null && values.some((value) => /[.,:]/.test(value)))
    return { holds: 'hours', isSure: false };
  return { holds: 'words', isSure: false };
}

const common = (heading: string, align: 'left' | 'right' = 'left') =>
  ({ heading, width: null, fill: ' ', align }) as const;

/** A column of a kind, as it begins, with what a sample shows of it. */
export const columnOf = (holds: Holds, heading: string, more: object = {}): LayoutColumn =>
  ({
    holds,
    ...common(heading, holds === 'hours' ? 'right' : 'left'),
    ...COLUMNS.find(({ name }) => name === holds)?.begins,
    ...more,
  }) as LayoutColumn;

/** Whether the last row is no line but a record: it has other columns, or nobody where all lines have somebody. */
function isRecord(
  last: readonly string[],
  body: readonly (readonly string[])[],
  width: number,
  people: ReadonlySet<string>,
): boolean {
  if (last.length !== width) return true;
  const lines = body.slice(0, -1);
  const everyLine = (i: number, holds: (cell: string) => boolean) =>
    lines.every((line) => holds(line[i] ?? ''));
  const personAt = last.findIndex((_, i) => everyLine(i, (cell) => people.has(cell)));
  if (personAt >= 0) return !people.has(last[personAt] ?? '');
  const hasFigure = (cell: string) => /\d/.test(cell);
  return everyLine(0, hasFigure) && !hasFigure(last[0] ?? '');
}

/** A record after the lines: its first word, and what its figures count. */
function trailerOf(
  row: readonly string[],
  lines: readonly (readonly string[])[],
  columns: readonly LayoutColumn[],
  decimalMark: Layout['decimalMark'],
): { record: LayoutColumn[]; notes: string[] } {
  const at = (holds: Holds) => columns.findIndex((column) => column.holds === holds);
  const [hoursAt, personAt] = [at('hours'), at('person')];
  const people = new Set(lines.map((line) => line[personAt])).size;
  const hoursColumn = columns[hoursAt];
  const hoursIn = (text: string): number =>
    hoursColumn === undefined
      ? Number.NaN
      : (kindOf(hoursColumn).readHours(hoursColumn, text, { decimalMark }) ?? Number.NaN);
  const sum = lines.reduce((all, line) => all + hoursIn(line[hoursAt] ?? ''), 0);
  const notes: string[] = [];
  const record = row.map((cell, i) => {
    const figure = /-?\d+([.,:]\d+)*/.exec(cell)?.[0] ?? '';
    const counts = (): LayoutColumn | null => {
      if (i === 0) return null;
      if (Math.abs(hoursIn(figure) - sum) < SAME_HOURS)
        return columnOf('control total', 'control total', {
          ...writtenAs(hoursColumn),
          decimals: decimalsOf(figure),
        });
      if (Number(figure) === lines.length) return columnOf('line count', 'lines');
      return Number(figure) === people ? columnOf('people count', 'people') : null;
    };
    const column = figure === '' ? null : counts();
    if (column === null) {
      if (i > 0 && figure !== '')
        notes.push(
          `The last record says "${cell.trim()}", which nothing in this sample comes to. It is written as it stands.`,
        );
      return columnOf('words', '', { text: cell.slice(0, 80) });
    }
    if (cell.trim() !== figure)
      notes.push(`The last record says "${cell.trim()}": its figure is written without the words around it.`);
    return column;
  });
  return { record, notes };
}

/** Half a hundredth of an hour: sums of what was rounded line by line may be apart by as much. */
const SAME_HOURS = stepOf({ decimals: 2 }) / 2;

const writtenAs = (column: LayoutColumn | undefined): object =>
  column !== undefined && 'written' in column ? { written: column.written } : {};

/**
 * What a sample file that the pay system's people sent looks like: its columns, how dates and hours are written in it, its heading and its
 * trailer. Where two readings are possible, a note says so; nothing is guessed silently.
 */
export function recognizeLayout(
  { rows, separator, lineEnd, encoding, isQuoted }: Sample,
  known: KnownValues,
): Recognized | null {
  const width = Math.max(...rows.slice(0, 20).map((row) => row.length), 0);
  if (rows.length === 0 || width < 2) return null;
  const first = rows[0] ?? [];
  const hasHeading =
    first.length === width &&
    first.every((cell) => cell !== '' && !/^-?\d+([.,:]\d+)*$/.test(cell) && !known.people.has(cell));
  const body = rows.slice(hasHeading ? 1 : 0);
  const last = body.at(-1);
  const hasTrailer = body.length > 1 && last !== undefined && isRecord(last, body, width, known.people);
  const lines = hasTrailer ? body.slice(0, -1) : body;
  const notes: string[] = [];
  if (encoding === 'windows-1252')
    notes.push('The sample is not in UTF-8. It is read as Windows-1252: look at its names.');
  const below = Array.from({ length: width }, (_, i) => lines.map((line) => line[i] ?? ''));
  const isPerDay = below.some((values) => patternsOf(values).length > 0);
  const told = below.map((values, i) => {
    const heading = hasHeading ? (first[i] ?? '') : '';
    const { holds, isSure } = holdsOf(heading, values, known, isPerDay);
    return { heading, values, holds, isSure, sample: values[0] ?? '' };
  });
  let decimalMark: Layout['decimalMark'] = '.';
  const columns = told.map(({ heading, values, holds }) => {
    const patterns = patternsOf(values);
    if (holds === 'hours') {
      const how = hoursWrittenIn(values, heading, isPerDay);
      if (how?.mark != null) decimalMark = how.mark;
      if (how !== null && how.unclear !== null)
        notes.push(`${heading || 'A column'}: ${how.unclear} can be hours and minutes. Say which.`);
      return columnOf(holds, heading, how === null ? {} : { written: how.written, decimals: how.decimals });
    }
    if (patterns.length > 1)
      notes.push(
        `${heading || 'A column'}: ${values[0]} can be read as ${patterns.join(' or ')}. Say which.`,
      );
    if (patterns[0] !== undefined && 'pattern' in columnOf(holds, heading))
      return columnOf(holds, heading, { pattern: patterns[0] });
    if (holds !== 'words') return columnOf(holds, heading);
    if (new Set(values).size > 1)
      notes.push(
        `${heading || 'A column'}: nobody knows what ${values[0] || 'it'} is. Say what stands there.`,
      );
    return columnOf('words', heading, { text: (values[0] ?? '').slice(0, 80) });
  });
  if (!columns.some(({ holds }) => holds === 'hours'))
    notes.push('No column looks like hours. Say which one they stand in.');
  const needs = new Set(columns.flatMap((column): readonly LinePart[] => kindOf(column).needs));
  const lineFor = [...new Set<LinePart>(['person', ...needs])];
  if (!below.some((values) => values.some((value) => known.people.has(value))))
    notes.push('Nobody in this sample is known here. Say which column has the number of the person.');
  const trailer = hasTrailer && last !== undefined ? trailerOf(last, lines, columns, decimalMark) : null;
  const nothing = told
    .find(({ holds }) => holds === 'hours')
    ?.values.find((value) => /^-?[0.,:]+$/.test(value));
  if (nothing !== undefined && decimalsOf(nothing) < 2 && !nothing.includes(':'))
    notes.push(
      `A line of ${nothing} can be nothing, or less than is written. Say whether lines of nothing are written.`,
    );
  return {
    says: {
      name: 'From a sample',
      kind: separator === '\t' ? 'tsv' : 'csv',
      lineFor,
      columns,
      hasHeading,
      header: null,
      trailer: trailer?.record ?? null,
      nothing: nothing === undefined ? 'leave out' : 'write',
      separator: separator === '\t' ? ',' : separator,
      quotes: isQuoted ? 'always' : 'where needed',
      decimalMark,
      lineEnd,
      encoding,
      fileName: `pay-{batch}-{last}.${separator === '\t' ? 'tsv' : 'csv'}`,
    },
    columns: told.map(({ heading, sample, isSure }) => ({ heading, sample, isSure })),
    notes: [...new Set([...notes, ...(trailer?.notes ?? [])])],
  };
}
