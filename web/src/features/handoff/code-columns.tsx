import type { Column } from '../../ui/table/columns.ts';
import { CodeChip } from '../../ui/text/CodeChip.tsx';
import { decimalHours } from '../../ui/text/format.ts';
import { Hours } from '../../ui/text/Hours.tsx';

/** What some lines come to under one code. */
interface OfCode {
  readonly code: string | null;
  readonly people: number;
  readonly lines: number;
  readonly hours: number;
}

/** The column of the code itself. */
export const codeColumn = <Row extends OfCode>(): Column<Row> => ({
  id: 'code',
  name: 'Code',
  value: ({ code }) => code ?? 'none',
  show: ({ code }) => <CodeChip code={code} />,
  room: 20,
});

/**
 * The columns of what its lines come to.
 *
 * @param sumOf which of the hours add up below the column
 */
export const figureColumns = <Row extends OfCode>(
  sumOf: (row: Row) => number,
  { withLines = false }: { readonly withLines?: boolean } = {},
): Column<Row>[] => [
  {
    id: 'people',
    name: 'People',
    value: ({ people }) => people,
    text: ({ people }) => people.toLocaleString('en'),
    isFigure: true,
    room: 22,
  },
  {
    id: 'lines',
    name: 'Lines',
    value: ({ lines }) => lines,
    text: ({ lines }) => lines.toLocaleString('en'),
    ...(withLines
      ? {
          sum: (rows: readonly Row[]) => rows.reduce((sum, { lines }) => sum + lines, 0).toLocaleString('en'),
        }
      : {}),
    isFigure: true,
    room: 22,
  },
  {
    id: 'hours',
    name: 'Hours or amount',
    value: ({ hours }) => hours,
    text: ({ hours }) => decimalHours(hours),
    show: ({ hours }) => <Hours hours={hours} />,
    sum: (rows) => decimalHours(rows.reduce((sum, row) => sum + sumOf(row), 0)),
    isFigure: true,
    room: 34,
  },
];
