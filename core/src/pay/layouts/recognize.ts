import { workdayFromIso } from '../../time/units.ts';
import { COLUMNS } from './columns.ts';
import type { LinePart } from './define.ts';
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
  readonly hasMark: boolean;
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

/** Headings by what stands below them, in small letters without anything but letters. Common practice, no source. */
const HEADINGS: readonly (readonly [Holds, readonly string[]])[] = [
  [
    'person',
    [
      'emp',
      'empno',
      'employee',
      'employeeno',
      'employeenumber',
      'employeeid',
      'person',
      'personno',
      'personnumber',
      'staffno',
      'payrollno',
      'number',
    ],
  ],
  ['name', ['name', 'employeename', 'fullname']],
  ['workday', ['date', 'day', 'workday', 'workdate']],
  ['period first', ['from', 'periodstart', 'startdate', 'firstday']],
  ['period last', ['to', 'until', 'periodend', 'enddate', 'lastday']],
  ['pay day', ['paydate', 'payday', 'paymentdate']],
  ['code', ['code', 'paycode', 'earningcode', 'earning', 'paytype']],
  ['hours', ['hours', 'hrs', 'qty', 'quantity', 'units', 'time', 'minutes']],
  ['multiplier', ['multiplier', 'factor', 'rate']],
  ['job', ['job', 'jobcode', 'task', 'project']],
  ['department', ['department', 'dept', 'departmentcode']],
  ['site', ['site', 'location', 'branch']],
  ['cost center', ['cost', 'costcenter', 'costcentre', 'cc']],
  ['account', ['account', 'gl', 'glaccount', 'ledger']],
  ['reference', ['ref', 'reference', 'batchline']],
  ['line number', ['line', 'lineno', 'seq', 'sequence']],
  ['batch number', ['batch', 'batchno', 'run']],
  ['group', ['group', 'paygroup', 'company']],
];

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

/** How the hours of a column are written; null where they are none. */
function hoursWrittenIn(values: readonly string[], heading: string) {
  const given = values.filter((value) => value !== '');
  if (given.length === 0) return null;
  if (given.every((value) => /^-?\d+:\d\d(:\d\d)?$/.test(value)))
    return { written: '8:30', decimals: 2, mark: null } as const;
  const decimal = /^-?\d+([.,]\d{1,4})?$/;
  if (!given.every((value) => decimal.test(value))) return null;
  const mark = given.find((value) => /[.,]/.test(value))?.match(/[.,]/)?.[0] as '.' | ',' | undefined;
  const decimals = Math.max(...given.map((value) => value.split(/[.,]/)[1]?.length ?? 0));
  const inMinutes =
    plain(heading).startsWith('min') || (mark === undefined && given.some((value) => Number(value) > 24));
  return { written: inMinutes ? 'minutes' : '8.50', decimals, mark: mark ?? null } as const;
}

const share = (values: readonly string[], among: ReadonlySet<string>): number =>
  values.filter((value) => among.has(value)).length / Math.max(values.length, 1);

/** What a column holds, by its values first, then by its heading. */
function holdsOf(
  heading: string,
  values: readonly string[],
  known: KnownValues,
): { holds: Holds; isSure: boolean } {
  const byHeading = HEADINGS.find(([, names]) => names.includes(plain(heading)))?.[0];
  if (share(values, known.people) > 0.5) return { holds: 'person', isSure: true };
  if (share(values, known.codes) > 0.5 && byHeading !== 'hours') return { holds: 'code', isSure: true };
  if (patternsOf(values).length > 0) {
    const isDate =
      byHeading !== undefined && ['workday', 'period first', 'period last', 'pay day'].includes(byHeading);
    return { holds: isDate ? byHeading : 'workday', isSure: isDate };
  }
  if (values.length > 0 && values.every((value) => /^\d+-\d{4,}$/.test(value)))
    return { holds: 'reference', isSure: true };
  if (byHeading === 'hours') return { holds: 'hours', isSure: hoursWrittenIn(values, heading) !== null };
  if (byHeading !== undefined) return { holds: byHeading, isSure: true };
  if (hoursWrittenIn(values, heading) !== null && values.some((value) => /[.,:]/.test(value)))
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

/** A record after the lines: its first word, and what its figures count. */
function trailerOf(
  row: readonly string[],
  lines: readonly (readonly string[])[],
  hoursAt: number,
  personAt: number,
): LayoutColumn[] {
  const people = new Set(lines.map((line) => line[personAt])).size;
  const figure = (text: string) => Number(/-?\d+([.,]\d+)?/.exec(text)?.[0]?.replace(',', '.') ?? Number.NaN);
  const sum = lines.reduce((all, line) => all + figure(line[hoursAt] ?? ''), 0);
  return row.map((cell, i) => {
    const value = figure(cell);
    if (i > 0 && Math.abs(value - sum) < 0.005) return columnOf('hours', 'hours');
    if (i > 0 && value === lines.length) return columnOf('line count', 'lines');
    if (i > 0 && value === people) return columnOf('people count', 'people');
    return columnOf('words', '', { text: cell.slice(0, 80) });
  });
}

/**
 * What a sample file that the pay system's people sent looks like: its columns, how dates and hours are written in it, its heading and its
 * trailer. Where two readings are possible, a note says so; nothing is guessed silently.
 */
export function recognizeLayout(
  { rows, separator, lineEnd, hasMark }: Sample,
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
  const hasTrailer =
    body.length > 1 && last !== undefined && (last.length !== width || !/\d/.test(last[0] ?? ''));
  const lines = hasTrailer ? body.slice(0, -1) : body;
  const notes: string[] = [];
  const told = Array.from({ length: width }, (_, i) => {
    const heading = hasHeading ? (first[i] ?? '') : '';
    const values = lines.map((line) => line[i] ?? '');
    const { holds, isSure } = holdsOf(heading, values, known);
    return { heading, values, holds, isSure, sample: values[0] ?? '' };
  });
  let decimalMark: Layout['decimalMark'] = '.';
  const columns = told.map(({ heading, values, holds }) => {
    const patterns = patternsOf(values);
    if (holds === 'hours') {
      const how = hoursWrittenIn(values, heading);
      if (how?.mark != null) decimalMark = how.mark;
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
  const at = (holds: Holds) => columns.findIndex((column) => column.holds === holds);
  return {
    says: {
      name: 'From a sample',
      kind: separator === '\t' ? 'tsv' : 'csv',
      lineFor,
      columns,
      hasHeading,
      header: null,
      trailer: hasTrailer && last !== undefined ? trailerOf(last, lines, at('hours'), at('person')) : null,
      nothing: 'leave out',
      separator: separator === '\t' ? ',' : separator,
      quotes: 'where needed',
      decimalMark,
      lineEnd,
      encoding: hasMark ? 'utf-8 with mark' : 'utf-8',
      fileName: `pay-{batch}-{last}.${separator === '\t' ? 'tsv' : 'csv'}`,
    },
    columns: told.map(({ heading, sample, isSure }) => ({ heading, sample, isSure })),
    notes,
  };
}
