import type { CodeSum, HandoffReply } from '@heath/contract';
import { Link } from 'react-router';
import { useHandoffQuery } from '../../api/handoff.ts';
import { Empty } from '../../ui/Empty.tsx';
import { dateRange, decimalHours } from '../../ui/format.ts';
import { Hours } from '../../ui/Hours.tsx';
import { NotYet } from '../../ui/NotYet.tsx';
import { says } from '../../ui/Says.tsx';
import type { Column } from '../../ui/table/columns.ts';
import { Table } from '../../ui/table/Table.tsx';
import { PeriodBar, usePeriod } from '../periods/index.ts';
import { Bridge } from './Bridge.tsx';
import { Ready } from './Ready.tsx';

/** The sums of a period, what still holds them up, and the file for the pay system. */
export function HandoffPage() {
  const { period, isMissing, error, again } = usePeriod();
  const handoff = useHandoffQuery(period?.id ?? 0, { skip: period === undefined });
  if (isMissing) return <NotYet what="the handoff" error={error} again={again} />;
  if (period === undefined)
    return (
      <Empty title="No pay period yet">There is nothing to hand off before a pay period is set up.</Empty>
    );
  const { currentData: data } = handoff;
  return (
    <>
      <PeriodBar />
      {data === undefined ? (
        <NotYet what="the handoff" error={handoff.error} again={() => void handoff.refetch()} />
      ) : (
        <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_var(--spacing-side)]">
          <main className="min-h-0 overflow-y-auto border-r border-rule px-5.5 py-4">
            <h1 className="text-title">
              {data.batch === null ? `Handoff ${data.earlier.length + 1}` : `Handoff ${data.batch.id}`}
            </h1>
            <p className="mb-2 text-soft">
              {dateRange(period.firstDay, period.lastDay)} · all groups · {data.people.toLocaleString('en')}{' '}
              people
            </p>
            {data.computing === 0 && data.people > 0 && <Bridge handoff={data} />}
            <CodeTable handoff={data} />
          </main>
          <Ready handoff={data} />
        </div>
      )}
    </>
  );
}

const COLUMNS: readonly Column<CodeSum>[] = [
  {
    id: 'code',
    name: 'Code',
    value: ({ code }) => code ?? 'none',
    show: ({ code }) => (
      <span
        className={`rounded-key px-1.5 text-note font-semibold ${code === null ? 'border border-ember text-ember' : 'bg-faint'}`}
      >
        {code ?? 'none'}
      </span>
    ),
    room: 20,
  },
  {
    id: 'name',
    name: 'Pay code',
    value: ({ name }) => name,
    show: ({ name, code }) => (
      <>
        {name}
        {code === null && (
          <Link to="/pay-codes" className="ml-2 text-ember underline">
            decide
          </Link>
        )}
      </>
    ),
    sum: () => 'Payable hours, premiums aside',
    room: 48,
    grows: true,
  },
  {
    id: 'people',
    name: 'People',
    value: ({ people }) => people,
    text: ({ people }) => people.toLocaleString('en'),
    isFigure: true,
    room: 22,
  },
  {
    id: 'hours',
    name: 'Hours',
    value: ({ hours }) => hours,
    text: ({ hours }) => decimalHours(hours),
    show: ({ hours }) => <Hours hours={hours} />,
    sum: (rows) => decimalHours(rows.reduce((sum, { hours, premium }) => (premium ? sum : sum + hours), 0)),
    isFigure: true,
    room: 28,
  },
  {
    id: 'against',
    name: 'Against last period',
    value: (sum) => againstLast(sum),
    text: (sum) => againstText(sum),
    show: (sum) => <Against sum={sum} />,
    isFigure: true,
    room: 36,
  },
];

function CodeTable({ handoff }: { handoff: HandoffReply }) {
  return (
    <div className="mt-2">
      <Table
        id="handoff-codes"
        name="Pay codes of this handoff"
        columns={COLUMNS}
        rows={handoff.codes}
        idOf={({ code, premium }) => `${code}${premium}`}
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
      {...says(sum.previousHours === null ? '' : `Last period ${decimalHours(sum.previousHours)}`)}
      className={isLarge ? 'font-semibold text-ember' : 'text-soft'}
    >
      {againstText(sum)}
    </span>
  );
}
