import type { ColumnKind } from './define.ts';
import { LineGatherer } from './file-lines.ts';
import { kindOf, type Layout, type LayoutColumn } from './layout.ts';
import type { BatchHead, BatchLine, Cell, FileLine, FileTotals } from './types.ts';

/** One row of a file, cell by cell. */
export interface FileRow {
  readonly part: 'heading' | 'header' | 'line' | 'trailer';
  readonly columns: readonly LayoutColumn[];
  readonly cells: readonly Cell[];
  /** Of a line alone. */
  readonly line: FileLine | null;
}

/** Counts what the lines of a file come to. */
class Totals {
  readonly #people = new Set<string>();
  readonly #sums = { lines: 0, hours: 0, premiumHours: 0, figures: 0 };

  add({ payableHours, premiumHours, figures, first }: FileLine): void {
    this.#sums.lines++;
    this.#sums.hours += payableHours;
    this.#sums.premiumHours += premiumHours;
    this.#sums.figures += figures;
    this.#people.add(first.person);
  }

  get sums(): FileTotals {
    return { ...this.#sums, people: this.#people.size };
  }
}

/** What the lines of a file come to: a record before them says so before they are written. */
export function totalsOf(
  layout: Layout,
  lines: Iterable<BatchLine>,
  only: ReadonlySet<number> | null = null,
): FileTotals {
  const gatherer = new LineGatherer(layout, only);
  const totals = new Totals();
  for (const line of lines) for (const one of gatherer.add(line)) totals.add(one);
  for (const one of gatherer.end()) totals.add(one);
  return totals.sums;
}

const NO_TOTALS: FileTotals = { lines: 0, hours: 0, premiumHours: 0, figures: 0, people: 0 };

/** Makes the rows of a file from the lines of its batch, one after another, so that a large one is never held whole. */
export class RowMaker {
  readonly #layout: Layout;
  readonly #batch: BatchHead;
  readonly #kinds: readonly ColumnKind[];
  readonly #gatherer: LineGatherer;
  readonly #totals = new Totals();

  /** @param only see `LineGatherer` */
  constructor(layout: Layout, batch: BatchHead, only: ReadonlySet<number> | null = null) {
    this.#layout = layout;
    this.#batch = batch;
    this.#kinds = layout.columns.map(kindOf);
    this.#gatherer = new LineGatherer(layout, only);
  }

  /**
   * The rows before the lines.
   *
   * @param totals what the lines come to, see `totalsOf`; null where no record before them says so
   */
  start(totals: FileTotals | null): FileRow[] {
    const { columns, header, hasHeading } = this.#layout;
    const rows: FileRow[] = [];
    if (header !== null) rows.push(this.#record('header', header, totals ?? NO_TOTALS));
    if (hasHeading)
      rows.push({
        part: 'heading',
        columns,
        cells: columns.map(({ heading }) => ({ text: heading })),
        line: null,
      });
    return rows;
  }

  /** The rows that are complete with the next line of the batch. */
  add(line: BatchLine): FileRow[] {
    return this.#gatherer.add(line).map((one) => this.#row(one));
  }

  /** The rows that are left. */
  end(): FileRow[] {
    const rows = this.#gatherer.end().map((one) => this.#row(one));
    const { trailer } = this.#layout;
    if (trailer !== null) rows.push(this.#record('trailer', trailer, this.#totals.sums));
    return rows;
  }

  #row(line: FileLine): FileRow {
    const { columns } = this.#layout;
    this.#totals.add(line);
    const cells = columns.map(
      (column, i) => this.#kinds[i]?.ofLine(column, line, this.#batch, this.#layout) ?? { text: '' },
    );
    return { part: 'line', columns, cells, line };
  }

  #record(part: 'header' | 'trailer', columns: readonly LayoutColumn[], totals: FileTotals): FileRow {
    const cells = columns.map((column) => kindOf(column).ofFile(column, this.#batch, totals, this.#layout));
    return { part, columns, cells, line: null };
  }
}

/** All rows of a file whose batch is at hand. */
export function* fileRows(
  layout: Layout,
  batch: BatchHead,
  lines: readonly BatchLine[],
  only: ReadonlySet<number> | null = null,
): Generator<FileRow> {
  const maker = new RowMaker(layout, batch, only);
  yield* maker.start(layout.header === null ? null : totalsOf(layout, lines, only));
  for (const line of lines) yield* maker.add(line);
  yield* maker.end();
}

/** The name of a file, with what its pattern names. */
export function fileNameOf(
  { fileName }: Pick<Layout, 'fileName'>,
  values: Readonly<Record<'batch' | 'first' | 'last' | 'pay', string>>,
): string {
  return fileName.replaceAll(/\{(batch|first|last|pay)\}/g, (_, name: keyof typeof values) => values[name]);
}
