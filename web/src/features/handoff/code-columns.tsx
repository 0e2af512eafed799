import { inSumOrder, type SumId, sumLabel } from '@heath/core';
import type { Column } from '../../ui/table/columns.ts';
import { CodeChip } from '../../ui/text/CodeChip.tsx';
import { hoursText, quantityText } from '../../ui/text/format.ts';
import { Hours } from '../../ui/text/Hours.tsx';

/** What some lines come to under one code. */
interface OfCode {
  readonly code: string | null;
  /** What `hours` counts. */
  readonly sum: SumId;
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

/** Rows of one table: a code has one for its hours, its premium hours and each amount. */
export const idOfCode = ({ code, sum }: OfCode): string => `${code ?? ''} ${sum}`;

/** What the rows come to of each kind of amount: `83.20 Mileage · 18.75 Expenses`; empty where there is none. */
export function amountSums(rows: readonly OfCode[]): string {
  const sums = new Map<SumId, number>();
  for (const { sum, hours } of rows)
    if (kindOf(sum) === 'amount') sums.set(sum, (sums.get(sum) ?? 0) + hours);
  return [...sums]
    .sort(([a], [b]) => inSumOrder(a, b))
    .map(([sum, quantity]) => `${quantityText(quantity)} ${sumLabel(sum)}`)
    .join(' · ');
}

type Kind = 'hours' | 'premium hours' | 'amount';
const kindOf = (sum: SumId): Kind => (sum === 'hours' || sum === 'premium hours' ? sum : 'amount');

/** A column of hours or premium hours, with their sum below it. */
const sumColumn = <Row extends OfCode>(kind: Kind, name: string, room: number): Column<Row> => ({
  id: kind,
  name,
  value: ({ sum, hours }) => (kindOf(sum) === kind ? hours : null),
  text: ({ sum, hours }) => (kindOf(sum) === kind ? hoursText(hours) : ''),
  show: ({ sum, hours }) => (kindOf(sum) === kind ? <Hours hours={hours} /> : null),
  sum: (rows) =>
    hoursText(rows.reduce((all, { sum, hours }) => (kindOf(sum) === kind ? all + hours : all), 0)),
  isHours: true,
  isFigure: true,
  room,
});

const amountColumn = <Row extends OfCode>(): Column<Row> => ({
  id: 'amount',
  name: 'Amount',
  value: ({ sum, hours }) => (kindOf(sum) === 'amount' ? hours : null),
  text: ({ sum, hours }) => (kindOf(sum) === 'amount' ? `${quantityText(hours)} ${sumLabel(sum)}` : ''),
  isFigure: true,
  room: 34,
});

/**
 * The columns of what its lines come to: hours, and premium hours and amounts where there are any. Each has a sum of its own; those of
 * amounts, a kind each, stand below the name (`amountSums`).
 */
export const figureColumns = <Row extends OfCode>(
  rows: readonly Row[],
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
  sumColumn('hours', 'Hours', 24),
  ...(rows.some(({ sum }) => sum === 'premium hours')
    ? [sumColumn<Row>('premium hours', 'Premium hours', 28)]
    : []),
  ...(rows.some(({ sum }) => kindOf(sum) === 'amount') ? [amountColumn<Row>()] : []),
];
