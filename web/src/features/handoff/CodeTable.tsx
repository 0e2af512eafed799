import type { CodeSum } from '@heath/contract';
import { useMemo } from 'react';
import { Link } from 'react-router';
import type { Column } from '../../ui/table/columns.ts';
import { Table } from '../../ui/table/Table.tsx';
import { figureText } from '../../ui/text/format.ts';
import { says } from '../../ui/text/Says.tsx';
import { amountSums, codeColumn, figureColumns, idOfCode } from './code-columns.tsx';

const columnsFor = (codes: readonly CodeSum[]): readonly Column<CodeSum>[] => [
  codeColumn(),
  {
    id: 'name',
    name: 'Pay code',
    value: ({ name }) => name,
    show: ({ name, code }) => (
      <>
        {name}
        {code === null && (
          <Link to="/pay-files?show=catch-all" className="ml-2 text-ember underline">
            decide
          </Link>
        )}
      </>
    ),
    sum: amountSums,
    room: 46,
    grows: true,
  },
  ...figureColumns(codes),
  {
    id: 'against',
    name: 'Change',
    value: (sum) => againstLast(sum),
    text: (sum) => againstText(sum),
    show: (sum) => <Against sum={sum} />,
    isFigure: true,
    room: 32,
  },
];

/** Hours, premium hours and amounts by code, beside those of the period before. */
export function CodeTable({ codes }: { codes: readonly CodeSum[] }) {
  const columns = useMemo(() => columnsFor(codes), [codes]);
  return (
    <div className="mt-2">
      <Table
        id="handoff-codes"
        name="Pay codes of this handoff"
        columns={columns}
        rows={codes}
        idOf={idOfCode}
        isAlarming={({ code }) => code === null}
        height="rows"
        empty="Nothing is payable in this period yet."
      />
    </div>
  );
}

/** A change this large is worth a look. */
const LARGE_PERCENT = 50;

/** By how many percent the hours changed; null where there is nothing to compare with. */
const againstLast = ({ hours, previousHours: previous }: CodeSum): number | null =>
  previous === null || previous === 0 ? null : ((hours - previous) / previous) * 100;

function againstText(sum: CodeSum): string {
  const percent = againstLast(sum);
  if (percent === null) return sum.previousHours === 0 ? 'new' : '';
  return `${percent < 0 ? '−' : '+'}${Math.abs(percent).toFixed(1)} %`;
}

function Against({ sum }: { sum: CodeSum }) {
  const isLarge = sum.previousHours === 0 || Math.abs(againstLast(sum) ?? 0) >= LARGE_PERCENT;
  return (
    <span
      {...says(sum.previousHours === null ? '' : `Last period ${figureText(sum.sum, sum.previousHours)}`)}
      className={isLarge ? 'font-semibold text-ember' : 'text-soft'}
    >
      {againstText(sum)}
    </span>
  );
}
