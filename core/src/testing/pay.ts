/** Random pay lines, mappings, batches and layouts for property tests. */
import fc from 'fast-check';
import {
  amountClass,
  type ClassId,
  classOf,
  classParts,
  guaranteeClass,
  leaveClass,
  premiumClass,
} from '../model/classes.ts';
import { COLUMNS } from '../pay/layouts/columns.ts';
import { type ColumnKind, LINE_PARTS } from '../pay/layouts/define.ts';
import { type Layout, type LayoutColumn, layoutObjections } from '../pay/layouts/layout.ts';
import { columnOf } from '../pay/layouts/recognize.ts';
import type { BatchHead, BatchLine } from '../pay/layouts/types.ts';
import { CLASS_KINDS } from '../pay/mapping/class-values.ts';
import type { MappingRule, MappingWhen } from '../pay/mapping/rule.ts';
import type { PayLine } from '../pay/pay-line.ts';
import { hours, stepOf } from '../time/hours.ts';
import { WEEKDAYS } from '../time/schemas.ts';
import { seconds, workday, workdayFromIso, workdayToIso } from '../time/units.ts';

const FIRST = workdayFromIso('2026-10-19');
const DAYS = 14;

const CLASSES: readonly ClassId[] = [
  classOf(1),
  classOf(1.5),
  classOf(2),
  premiumClass('Night'),
  premiumClass('Heights'),
  leaveClass('leave', 'Annual'),
  leaveClass('adjustment', 'Travel'),
  guaranteeClass('Call-out'),
  amountClass('Mileage'),
];
const PAY_JOBS = ['mooring', 'lamps', 'storm-duty'] as const;
const TYPES: Readonly<Record<string, string>> = { 'storm-duty': 'storm' };
const PLACES = ['deck', 'hold'] as const;
const PEOPLE = ['MF-0101', 'MF-0102', 'MF-0103', 'MF-0104'] as const;

const some = <T>(of: readonly T[]) => fc.constantFrom(...of);
const orNull = <T>(of: readonly T[]) => fc.option(some(of), { nil: null, freq: 4 });
const day = fc.integer({ min: 0, max: DAYS - 1 }).map((n) => workday(FIRST + n));
/** Mostly hundredths, and every other step that pay is written in; negative, too, as differences are. */
const amount = fc
  .tuple(
    fc.oneof(
      { weight: 6, arbitrary: fc.constant(stepOf({ decimals: 2 })) },
      {
        weight: 1,
        arbitrary: fc.constantFrom(
          stepOf({ decimals: 4 }),
          stepOf({ whole: 'minutes' }),
          stepOf({ whole: 'seconds' }),
        ),
      },
    ),
    fc.integer({ min: -300, max: 1200 }),
  )
  .map(([step, n]) => hours(step * n));

/** Any line of a card on its way to a pay code. */
export const payLines: fc.Arbitrary<PayLine> = fc
  .record({
    person: some(PEOPLE),
    group: some(PLACES),
    workday: day,
    isHoliday: fc.boolean(),
    classId: some(CLASSES),
    job: orNull(PAY_JOBS),
    department: orNull(PLACES),
    site: orNull(PLACES),
    costCenter: orNull(PLACES),
    hours: amount,
  })
  .map((line) => {
    const parts = classParts(line.classId);
    return {
      ...line,
      multiplier: parts.kind === 'worked' ? parts.multiplier : null,
      rule: null,
      jobType: line.job === null ? null : (TYPES[line.job] ?? null),
      seconds: seconds(Math.abs(Math.round(line.hours / 25))),
    };
  });

const values = <T>(of: readonly T[]) => fc.option(fc.subarray([...of], { minLength: 1 }), { nil: undefined });

/** What a rule may state: most state little, as people's do. */
const whens: fc.Arbitrary<MappingWhen> = fc
  .record({
    classes: values(CLASS_KINDS),
    multipliers: values([1, 1.5, 2]),
    premiums: fc.option(fc.constant(['Night']), { nil: undefined }),
    leave: fc.option(fc.constant(['Annual']), { nil: undefined }),
    guarantees: fc.option(fc.constant(['Call-out']), { nil: undefined }),
    adjustments: fc.option(fc.constant(['Travel']), { nil: undefined }),
    amounts: fc.option(fc.constant(['Mileage']), { nil: undefined }),
    jobs: values(PAY_JOBS),
    jobTypes: values(['storm', 'none']),
    departments: values(PLACES),
    sites: values(PLACES),
    costCenters: values(PLACES),
    groups: values(PLACES),
    people: values(PEOPLE),
    weekdays: values(WEEKDAYS),
    days: values(['holiday', 'no holiday'] as const),
  })
  .chain((all) => fc.subarray(Object.entries(all), { maxLength: 3 }))
  .map((entries) => JSON.parse(JSON.stringify(Object.fromEntries(entries))) as MappingWhen);

export const mappingRules: fc.Arbitrary<MappingRule[]> = fc.array(
  fc.record({
    name: fc.constant(''),
    firstDay: fc.option(day.map(workdayToIso), { nil: null, freq: 2 }),
    lastDay: fc.option(day.map(workdayToIso), { nil: null, freq: 2 }),
    when: whens,
    code: some(['110', '215', '220', '340', '780']),
  }),
  { maxLength: 8 },
);

/** Words that files trip over: separators, quotes, formulas, blanks, letters that not every encoding has. */
const words = fc.oneof(
  fc.constantFrom(
    'Ada, Lee',
    'a;b|c',
    'say "so"',
    '=1+1',
    ' blank ',
    'tab\there',
    'ÆØÅ',
    'Łódź',
    '-',
    '0012',
    '',
  ),
  fc.string({ maxLength: 8 }),
);

/** A batch: in order of person, as batches are. */
export const batches: fc.Arbitrary<{ readonly head: BatchHead; readonly lines: readonly BatchLine[] }> = fc
  .array(
    fc.record({
      person: some(PEOPLE),
      workday: day,
      code: some(['110', '215', '220', '340']),
      classId: some(CLASSES),
      multiplier: orNull([1, 1.5, 2]),
      rule: fc.constant(null),
      job: orNull(PAY_JOBS),
      department: orNull(PLACES),
      site: orNull(PLACES),
      costCenter: fc.option(words, { nil: null }),
      account: fc.option(words, { nil: null }),
      hours: amount,
      corrects: fc.option(fc.constant({ firstDay: workday(FIRST - 14), lastDay: workday(FIRST - 1) }), {
        nil: null,
        freq: 1,
      }),
    }),
    { maxLength: 40 },
  )
  .chain((lines) =>
    fc.tuple(fc.constant(lines), fc.array(words, { minLength: PEOPLE.length, maxLength: PEOPLE.length })),
  )
  .map(([lines, names]) => ({
    head: {
      number: 7,
      firstDay: FIRST,
      lastDay: workday(FIRST + DAYS - 1),
      payDay: workday(FIRST + DAYS + 4),
    },
    lines: lines
      .sort((a, b) => (a.person < b.person ? -1 : a.person > b.person ? 1 : 0))
      .map((line, i) => ({
        ...line,
        seq: i + 1,
        name: names[PEOPLE.indexOf(line.person)] ?? '',
        group: 'deck',
        codeName: `Code ${line.code}`,
      })),
  }));

const written = fc.record({
  written: fc.constantFrom('8.50' as const, '8:30' as const, 'minutes' as const),
  decimals: fc.integer({ min: 0, max: 4 }),
});
const patterns = fc.record({
  pattern: fc.constantFrom('YYYY-MM-DD', 'DD/MM/YYYY', 'M/D/YY', 'YYYYMMDD', 'DD.MM.YYYY'),
});

/** What a column of each kind may be set to. */
const settingsOf = (name: (typeof COLUMNS)[number]['name']): fc.Arbitrary<object> => {
  if (name === 'workday' || name === 'period first' || name === 'period last' || name === 'pay day')
    return patterns;
  if (name === 'hours' || name === 'premium hours' || name === 'control total') return written;
  if (name === 'hours of codes')
    return fc
      .tuple(written, fc.subarray(['110', '215', '220', '340'], { minLength: 1 }))
      .map(([how, codes]) => ({ ...how, codes }));
  return name === 'words' ? words.map((text) => ({ text })) : fc.constant({});
};

const columns = (which: (kind: ColumnKind) => boolean): fc.Arbitrary<LayoutColumn> =>
  fc
    .constantFrom(...COLUMNS.filter((kind) => which(kind as ColumnKind)))
    .chain(({ name }) =>
      fc.tuple(
        fc.constant(name),
        settingsOf(name),
        fc.record({
          heading: words,
          width: fc.option(fc.integer({ min: 1, max: 30 }), { nil: null }),
          fill: fc.constantFrom(' ' as const, '0' as const),
          align: fc.constantFrom('left' as const, 'right' as const),
        }),
      ),
    )
    .map(([holds, settings, common]) => ({ holds, ...common, ...settings }) as LayoutColumn);

const records = fc.option(
  fc.array(
    columns(({ inRecords }) => inRecords),
    { minLength: 1, maxLength: 4 },
  ),
  { nil: null },
);

/** Any layout that contradicts itself in nothing. */
export const layouts: fc.Arbitrary<Layout> = fc
  .record({
    name: fc.constant('Any'),
    kind: fc.constantFrom('csv' as const, 'tsv' as const, 'fixed' as const, 'json' as const, 'xlsx' as const),
    lineFor: fc.subarray([...LINE_PARTS], { minLength: 1 }),
    columns: fc.array(
      columns(({ inLines }) => inLines),
      { minLength: 1, maxLength: 7 },
    ),
    hasHeading: fc.boolean(),
    header: records,
    trailer: records,
    nothing: fc.constantFrom('leave out' as const, 'write' as const),
    separator: fc.constantFrom(',' as const, ';' as const, '|' as const),
    quotes: fc.constantFrom('where needed' as const, 'always' as const, 'never' as const),
    decimalMark: fc.constantFrom('.' as const, ',' as const),
    lineEnd: fc.constantFrom('crlf' as const, 'lf' as const),
    encoding: fc.constantFrom(
      'utf-8' as const,
      'utf-8 with mark' as const,
      'windows-1252' as const,
      'utf-16' as const,
    ),
    fileName: fc.constant('pay-{batch}.txt'),
  })
  // What would not be let through is mended, rather than thrown away: columns that need a line part get it.
  .map((layout): Layout => {
    const hasCodes = layout.columns.some(({ holds }) => holds === 'hours of codes');
    const isByCode =
      layout.lineFor.includes('code') || layout.columns.some((one) => needsOf(one).includes('code'));
    const own = layout.columns
      .filter(({ holds }) => holds !== 'premium hours' || (!isByCode && !hasCodes))
      .filter((column) => !(hasCodes && column.holds === 'hours'))
      .filter(
        (column, i, all) => all.findIndex(({ holds }) => holds === column.holds) === i || !isHours(column),
      )
      .filter((column) => !hasCodes || !needsOf(column).includes('code'))
      .map((column) => (layout.kind === 'fixed' ? { ...column, width: column.width ?? 12 } : column))
      .map((column, i) => (layout.kind === 'json' ? { ...column, heading: `h${i}` } : column));
    const parts = new Set([...layout.lineFor, ...own.flatMap(needsOf)]);
    if (hasCodes) parts.delete('code');
    if (parts.size === 0) parts.add('person');
    const wide = (record: Layout['header']) =>
      record?.map((column) =>
        layout.kind === 'fixed' ? { ...column, width: column.width ?? 12 } : column,
      ) ?? null;
    return {
      ...layout,
      columns: own,
      lineFor: LINE_PARTS.filter((part) => parts.has(part)),
      header: wide(layout.header),
      trailer: wide(layout.trailer),
    };
  })
  .filter((layout) => layoutObjections(layout).length === 0);

/** Columns that a sample can be told by, under the heading that such a column has. */
const PLAIN_HEADINGS = {
  person: 'EMP',
  name: 'Name',
  workday: 'DATE',
  code: 'CODE',
  hours: 'HOURS',
  'cost center': 'COST',
  job: 'JOB',
  department: 'DEPT',
  account: 'GL',
  reference: 'REF',
  'line number': 'LINE',
} as const;
type PlainColumn = keyof typeof PLAIN_HEADINGS;
const PLAIN_COLUMNS = Object.keys(PLAIN_HEADINGS) as PlainColumn[];

/** A layout as a sample of it could be sent: separated values, known columns, and the usual record at the end or none. */
export const plainLayouts: fc.Arbitrary<Layout> = fc
  .record({
    columns: fc
      .shuffledSubarray(PLAIN_COLUMNS)
      .map((some) => [...new Set([...some, 'person', 'hours'] as const)]),
    pattern: fc.constantFrom('YYYY-MM-DD', 'DD/MM/YYYY', 'MM/DD/YYYY', 'M/D/YY', 'YYYYMMDD', 'DD.MM.YYYY'),
    hours: fc.tuple(written, fc.boolean()),
    hasHeading: fc.boolean(),
    hasTrailer: fc.boolean(),
    isTabbed: fc.boolean(),
    says: fc.record({
      nothing: fc.constantFrom('leave out' as const, 'write' as const),
      separator: fc.constantFrom(',' as const, ';' as const, '|' as const),
      quotes: fc.constantFrom('where needed' as const, 'always' as const),
      decimalMark: fc.constantFrom('.' as const, ',' as const),
      lineEnd: fc.constantFrom('crlf' as const, 'lf' as const),
    }),
  })
  .map(({ columns, pattern, hours: [how, saysUnit], hasHeading, hasTrailer, isTabbed, says }): Layout => {
    const settings: Partial<Record<LayoutColumn['holds'], object>> = { workday: { pattern }, hours: how };
    const inMinutes = how.written === 'minutes';
    const unit = inMinutes ? 'MINUTES' : 'HOURS';
    const headingOf = (holds: PlainColumn) =>
      holds !== 'hours' ? PLAIN_HEADINGS[holds] : saysUnit ? unit : 'QTY';
    const needed = new Set(columns.flatMap((holds) => needsOf(columnOf(holds, ''))));
    return {
      name: 'From a sample',
      kind: isTabbed ? 'tsv' : 'csv',
      lineFor: LINE_PARTS.filter((part) => part === 'person' || needed.has(part)),
      columns: columns.map((holds) => columnOf(holds, headingOf(holds), settings[holds])),
      hasHeading,
      header: null,
      trailer: hasTrailer
        ? [
            columnOf('words', '', { text: 'TRAILER' }),
            columnOf('line count', ''),
            columnOf('control total', '', how),
            columnOf('people count', ''),
          ]
        : null,
      encoding: 'utf-8',
      fileName: 'pay-{batch}-{last}.csv',
      ...says,
    };
  })
  .filter((layout) => layoutObjections(layout).length === 0);

const isHours = ({ holds }: LayoutColumn): boolean =>
  holds === 'hours' || holds === 'premium hours' || holds === 'hours of codes';
const needsOf = ({ holds }: LayoutColumn) => COLUMNS.find(({ name }) => name === holds)?.needs ?? [];
