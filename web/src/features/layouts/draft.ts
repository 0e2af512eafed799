import {
  COLUMNS,
  type ColumnKind,
  columnKindOf,
  type Layout,
  type LayoutColumn,
  type LayoutObjection,
  layoutObjections,
} from '@heath/core';

/** A new column of a kind, as it begins. */
export function newColumn(holds: LayoutColumn['holds']): LayoutColumn {
  const kind = COLUMNS.find(({ name }) => name === holds);
  return {
    holds,
    heading: (kind?.label ?? '').toUpperCase(),
    width: null,
    fill: ' ',
    align: kind?.holdsHours === true ? 'right' : 'left',
    ...kind?.begins,
  } as LayoutColumn;
}

/** The kinds of column that a line, or a record around the lines, may have. */
export const kindsFor = (part: 'columns' | 'header' | 'trailer'): readonly ColumnKind[] =>
  (COLUMNS as readonly ColumnKind[]).filter(({ inLines, inRecords }) =>
    part === 'columns' ? inLines : inRecords,
  );

/** A layout as one begins with: what most files have. */
export const firstLayout = (): Layout => ({
  name: 'New layout',
  kind: 'csv',
  lineFor: ['person', 'day', 'code'],
  columns: [newColumn('person'), newColumn('workday'), newColumn('code'), newColumn('hours')],
  hasHeading: true,
  header: null,
  trailer: null,
  nothing: 'leave out',
  separator: ',',
  quotes: 'where needed',
  decimalMark: '.',
  lineEnd: 'crlf',
  encoding: 'utf-8',
  fileName: 'pay-{batch}-{last}.csv',
});

/** What a column holds and how it is written, in a few words: `workday, DD/MM/YYYY`. */
export function columnWords(column: LayoutColumn): string {
  const kind = columnKindOf(column);
  return [kind.label.toLowerCase(), kind.words(column)].filter((words) => words !== '').join(', ');
}

/** What contradicts itself in a layout while it is edited. */
export const objectionsTo = (says: Layout): readonly LayoutObjection[] => layoutObjections(says);
