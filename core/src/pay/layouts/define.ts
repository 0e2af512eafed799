import * as v from 'valibot';
import { type Fields, letThrough, type Objection, type SettingsOf } from '../../kinds/define.ts';
import type { BatchHead, Cell, FileLine, FileTotals, Writing } from './types.ts';

/** By what a file may have lines of their own. */
export const LINE_PARTS = ['person', 'day', 'code', 'job', 'department', 'site', 'cost center'] as const;
export type LinePart = (typeof LINE_PARTS)[number];

/** One of a column's settings as somebody fills it in. */
export type ColumnField = { readonly field: string; readonly label: string } & (
  | { readonly input: 'text' }
  /** Codes with blanks or commas between. */
  | { readonly input: 'codes'; readonly most: number }
  | {
      readonly input: 'one of';
      readonly of: readonly { readonly value: string; readonly name: string }[];
      /** The setting is the number that the value says. */
      readonly isNumber?: true;
      /** It means nothing while another setting is this. */
      readonly unless?: { readonly field: string; readonly is: string };
    }
);

/** Everything about one kind of column: what stands in it, and how that is written. */
interface ColumnDefinition<Name extends string, F extends Fields> {
  readonly name: Name;
  /** As lists name it: `Hours`. */
  readonly label: string;
  /** One sentence for the reference and the panel beside it. */
  readonly says: string;
  /** What files of others call it, in small letters without anything but letters. Common practice, no source. */
  readonly headings?: readonly string[];
  /** How its settings are filled in, in their order. */
  readonly fields?: readonly ColumnField[];
  /** How a column of it is written, in a few words: `DD/MM/YYYY`. */
  words?(settings: SettingsOf<F>): string;
  readonly settings: F;
  /** A new column of it: what it begins with. */
  readonly begins: SettingsOf<F>;
  /** It differs with these, so that the file must have a line for each. */
  readonly needs?: readonly LinePart[];
  /** What cannot be meant, and what would be right. */
  cannotBe?(settings: SettingsOf<F>): readonly Objection[];
  /** What stands in a line. Left out where it stands in the records around the lines alone. */
  ofLine?(settings: SettingsOf<F>, line: FileLine, batch: BatchHead, writing: Writing): Cell;
  /** What stands in a record before or after the lines. Left out where it stands in lines alone. */
  ofFile?(settings: SettingsOf<F>, batch: BatchHead, totals: FileTotals, writing: Writing): Cell;
  /** The hours that a text of it says, in 1/90,000 h; null where it says none. Of columns that hold hours. */
  readHours?(settings: SettingsOf<F>, text: string, writing: Writing): number | null;
  /** Of a line, the hours that it is to say; null where the line has none for it. */
  hoursOf?(settings: SettingsOf<F>, line: FileLine): number;
}

/** One kind of column, ready to be put into `COLUMNS`. */
export interface ColumnKind<Name extends string = string, F extends Fields = Fields>
  extends Pick<ColumnDefinition<Name, F>, 'name' | 'label' | 'says' | 'settings' | 'begins'> {
  readonly headings: readonly string[];
  readonly fields: readonly ColumnField[];
  /** An empty text where it can be written in one way alone. */
  words(column: object): string;
  readonly needs: readonly LinePart[];
  readonly inLines: boolean;
  readonly inRecords: boolean;
  readonly holdsHours: boolean;
  objections(column: object): readonly Objection[];
  ofLine(column: object, line: FileLine, batch: BatchHead, writing: Writing): Cell;
  ofFile(column: object, batch: BatchHead, totals: FileTotals, writing: Writing): Cell;
  readHours(column: object, text: string, writing: Writing): number | null;
  hoursOf(column: object, line: FileLine): number;
}

const NOTHING: Cell = { text: '' };

/** Defines one kind of column: one file says everything about it, and a line in `COLUMNS` makes it known. */
export function defineColumn<Name extends string, const F extends Fields>(
  definition: ColumnDefinition<Name, F>,
): ColumnKind<Name, F> {
  const { name, label, says, headings = [], fields = [], settings, begins, needs = [] } = definition;
  return {
    name,
    label,
    says,
    headings,
    fields,
    words: (column) => definition.words?.(letThrough<F>(column)) ?? '',
    settings,
    begins,
    needs,
    inLines: definition.ofLine !== undefined,
    inRecords: definition.ofFile !== undefined,
    holdsHours: definition.hoursOf !== undefined,
    objections: (column) => definition.cannotBe?.(letThrough<F>(column)) ?? [],
    ofLine: (column, line, batch, writing) =>
      definition.ofLine?.(letThrough<F>(column), line, batch, writing) ?? NOTHING,
    ofFile: (column, batch, totals, writing) =>
      definition.ofFile?.(letThrough<F>(column), batch, totals, writing) ?? NOTHING,
    readHours: (column, text, writing) =>
      definition.readHours?.(letThrough<F>(column), text, writing) ?? null,
    hoursOf: (column, line) => definition.hoursOf?.(letThrough<F>(column), line) ?? 0,
  };
}

/** A column of a text that the line has. */
export const textColumn = <Name extends string>(
  definition: Pick<
    ColumnDefinition<Name, Record<never, never>>,
    'name' | 'label' | 'says' | 'headings' | 'needs'
  > & {
    readonly text: (line: FileLine) => string | null;
  },
): ColumnKind<Name, Record<never, never>> => {
  const { text, ...rest } = definition;
  return defineColumn({
    ...rest,
    settings: {},
    begins: {},
    ofLine: (_, line) => ({ text: text(line) ?? '' }),
  });
};

/** A whole number from 0 to `most`. */
export const wholeNumber = (least: number, most: number) =>
  v.pipe(v.number('Give a number.'), v.integer('Whole numbers only.'), v.minValue(least), v.maxValue(most));
