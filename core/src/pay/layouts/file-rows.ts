import { fileLines } from './file-lines.ts';
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

/** What a record before the lines says of them must be known before they are written. */
function totalsOf(layout: Layout, lines: () => Iterable<BatchLine>): FileTotals {
  let [count, hours] = [0, 0];
  const people = new Set<string>();
  for (const line of fileLines(layout, lines())) {
    count++;
    hours += line.hours;
    people.add(line.first.person);
  }
  return { lines: count, hours, people: people.size };
}

/**
 * The rows of a file, one after another, so that a large one is never held whole.
 *
 * @param lines gives the lines of the batch, in order of person; asked twice where a record before them says what they come to
 */
export function* fileRows(
  layout: Layout,
  batch: BatchHead,
  lines: () => Iterable<BatchLine>,
): Generator<FileRow> {
  const { columns, header, trailer } = layout;
  const kinds = columns.map(kindOf);
  const record = (part: 'header' | 'trailer', of: readonly LayoutColumn[], totals: FileTotals): FileRow => ({
    part,
    columns: of,
    cells: of.map((column) => kindOf(column).ofFile(column, batch, totals, layout)),
    line: null,
  });
  if (header !== null) yield record('header', header, totalsOf(layout, lines));
  if (layout.hasHeading)
    yield { part: 'heading', columns, cells: columns.map(({ heading }) => ({ text: heading })), line: null };
  let [count, hours] = [0, 0];
  const people = new Set<string>();
  for (const line of fileLines(layout, lines())) {
    count++;
    hours += line.hours;
    people.add(line.first.person);
    const cells = columns.map((column, i) => kinds[i]?.ofLine(column, line, batch, layout) ?? { text: '' });
    yield { part: 'line', columns, cells, line };
  }
  if (trailer !== null) yield record('trailer', trailer, { lines: count, hours, people: people.size });
}

/** The name of a file, with what its pattern names. */
export function fileNameOf(
  { fileName }: Pick<Layout, 'fileName'>,
  values: Readonly<Record<'batch' | 'first' | 'last' | 'pay', string>>,
): string {
  return fileName.replaceAll(/\{(batch|first|last|pay)\}/g, (_, name: keyof typeof values) => values[name]);
}
