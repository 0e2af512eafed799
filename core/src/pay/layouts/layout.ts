import * as v from 'valibot';
import { type AnyOf, typedBy } from '../../kinds/define.ts';
import { COLUMNS } from './columns.ts';
import { type ColumnKind, LINE_PARTS, wholeNumber } from './define.ts';

/** What every column has, whatever it holds. */
const common = {
  /** What stands above it; of a record, what it is called in JSON. */
  heading: v.pipe(v.string('Give a heading.'), v.maxLength(60, 'A heading has at most 60 characters.')),
  /** In characters; null: as it comes. In files of fixed width every column has one. */
  width: v.nullable(wholeNumber(1, 200)),
  /** What fills the width up. */
  fill: v.picklist([' ', '0'], 'Fill with blanks or noughts.'),
  align: v.picklist(['left', 'right'], 'Give left or right.'),
};

type Common = { readonly [K in keyof typeof common]: v.InferOutput<(typeof common)[K]> };
/** One column of a layout: what it holds, and how that is written. */
export type LayoutColumn = Common & AnyOf<'holds', typeof COLUMNS>;

const columnsOf = (which: (kind: ColumnKind) => boolean) =>
  typedBy<v.GenericSchema<unknown, LayoutColumn>>(
    v.variant(
      'holds',
      typedBy<never>(
        (COLUMNS as readonly ColumnKind[])
          .filter(which)
          .map(({ name, settings }) => v.strictObject({ holds: v.literal(name), ...common, ...settings })),
      ),
      'Say what stands in the column.',
    ),
  );

const MOST_COLUMNS = 60;
const record = v.pipe(v.array(columnsOf(({ inRecords }) => inRecords)), v.maxLength(MOST_COLUMNS));

export const LAYOUT_KINDS = ['csv', 'tsv', 'fixed', 'xlsx', 'json', 'pdf'] as const;
export const ENCODINGS = ['utf-8', 'utf-8 with mark', 'windows-1252', 'utf-16'] as const;

/** What a file for the pay system looks like. */
export const LayoutSchema = v.strictObject({
  name: v.pipe(
    v.string('Give the layout a name.'),
    v.trim(),
    v.minLength(1, 'Give the layout a name.'),
    v.maxLength(80, 'The name of a layout has at most 80 characters.'),
  ),
  kind: v.picklist(LAYOUT_KINDS, 'Give csv, tsv, fixed, xlsx, json or pdf.'),
  /** A line for each of these; what is not among them is added up. */
  lineFor: v.pipe(v.array(v.picklist(LINE_PARTS)), v.minLength(1, 'Say for what there is a line.')),
  columns: v.pipe(
    v.array(columnsOf(({ inLines }) => inLines)),
    v.minLength(1, 'A layout has at least one column.'),
    v.maxLength(MOST_COLUMNS, `A layout has at most ${MOST_COLUMNS} columns.`),
  ),
  /** A first line with the headings. */
  hasHeading: v.boolean(),
  /** Records before and after the lines; null: none. */
  header: v.nullable(record),
  trailer: v.nullable(record),
  /** A line whose hours add up to nothing. */
  nothing: v.picklist(['leave out', 'write']),
  /** Of CSV. */
  separator: v.picklist([',', ';', '|'], 'Separate by comma, semicolon or bar.'),
  /** Of CSV and TSV. */
  quotes: v.picklist(['where needed', 'always', 'never']),
  decimalMark: v.picklist(['.', ',']),
  lineEnd: v.picklist(['crlf', 'lf']),
  encoding: v.picklist(ENCODINGS),
  /** With `{batch}`, `{first}`, `{last}` and `{pay}` in it. */
  fileName: v.pipe(
    v.string('Give the file a name.'),
    v.regex(
      /^[A-Za-z0-9 ._{}-]{1,80}$/,
      'The name of a file has letters, figures, blanks, dots and dashes, and {batch}, {first}, {last} or {pay}.',
    ),
  ),
});
export type Layout = v.InferOutput<typeof LayoutSchema>;

/** A layout that is text: workbooks and paper are made elsewhere, from the same rows. */
export const isTextLayout = ({ kind }: Pick<Layout, 'kind'>): boolean => kind !== 'xlsx' && kind !== 'pdf';

const kinds = new Map((COLUMNS as readonly ColumnKind[]).map((kind) => [kind.name, kind]));

/** The kind of a column. */
export function kindOf({ holds }: Pick<LayoutColumn, 'holds'>): ColumnKind {
  const kind = kinds.get(holds);
  if (kind === undefined) throw new Error(`There is no column that holds ${holds}.`);
  return kind;
}

/** Why a layout cannot be meant, at a path of it, and what would be right. */
export interface LayoutObjection {
  readonly path: string;
  readonly reason: string;
}

/** What contradicts itself in a layout whose fields are each in order. */
export function layoutObjections(layout: Layout): LayoutObjection[] {
  const found: LayoutObjection[] = [];
  const say = (path: string, reason: string) => found.push({ path, reason });
  const { columns, lineFor, kind } = layout;
  columns.forEach((column, i) => {
    const { needs, label } = kindOf(column);
    const missing = needs.find((part) => !lineFor.includes(part));
    if (missing !== undefined)
      say(`columns.${i}`, `${label} differs by ${missing}: let the file have a line for each ${missing}.`);
  });
  for (const [part, record] of [
    ['columns', columns],
    ['header', layout.header ?? []],
    ['trailer', layout.trailer ?? []],
  ] as const)
    record.forEach((column, i) => {
      if (kind === 'fixed' && column.width === null)
        say(`${part}.${i}.width`, 'In a file of fixed width every column has a width.');
      for (const { field, reason } of kindOf(column).objections(column)) say(`${part}.${i}.${field}`, reason);
    });
  if (!columns.some((column) => kindOf(column).holdsHours))
    say('columns', 'No column holds hours: the file would say nothing of what is paid.');
  if (columns.some(({ holds }) => holds === 'hours of codes') && lineFor.includes('code'))
    say('lineFor', 'Codes are columns here, so there cannot be a line for each of them: take code out.');
  if (columns.some(({ holds }) => holds === 'premium hours') && lineFor.includes('code'))
    say(
      'columns',
      'A line for each code has its premium hours under “Hours” already: take the column of premium hours out.',
    );
  const twice = columns.flatMap((column) => (column.holds === 'hours of codes' ? column.codes : []));
  const again = twice.find((code, i) => twice.indexOf(code) < i);
  if (again !== undefined)
    say('columns', `Code ${again} stands in two columns: its hours would be paid twice.`);
  if (kind === 'json') {
    const headings = columns.map(({ heading }) => heading);
    const same = headings.find((heading, i) => heading === '' || headings.indexOf(heading) < i);
    if (same !== undefined)
      say('columns', 'In JSON every column has a heading of its own: that is what its values are called.');
  }
  if (kind === 'csv' && layout.separator === layout.decimalMark && layout.quotes === 'never')
    say('quotes', 'A comma is both separator and decimal mark: let values have quotes where needed.');
  return found;
}
