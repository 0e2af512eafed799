import type { RatesReply } from '@heath/contract';
import { rateText } from '@heath/core';
import { useRatesQuery } from '../../api/pay-codes.ts';
import { inFull } from '../../ui/form/dates.ts';
import { Side } from '../../ui/layout/Side.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import type { Column } from '../../ui/table/columns.ts';
import { Table } from '../../ui/table/Table.tsx';
import { TakeList } from './TakeList.tsx';

type Rate = RatesReply['rates'][number];

const COLUMNS: readonly Column<Rate>[] = [
  { id: 'number', name: 'Number', value: ({ number }) => number, room: 28 },
  { id: 'name', name: 'Name', value: ({ name }) => name, room: 36, grows: true },
  {
    id: 'jobType',
    name: 'In jobs of the type',
    value: ({ jobType }) => jobType,
    text: ({ jobType }) => jobType ?? 'any other',
    room: 40,
  },
  {
    id: 'from',
    name: 'From',
    value: ({ firstDay }) => firstDay,
    text: ({ firstDay }) => inFull(firstDay),
    room: 36,
  },
  {
    id: 'rate',
    name: 'An hour',
    value: ({ rate }) => rate,
    text: ({ rate }) => rateText(rate),
    isFigure: true,
    room: 26,
  },
];

/** What an hour of somebody's work costs, from which day on. */
export function RatesView() {
  const { data, error, refetch } = useRatesQuery();
  if (data === undefined) return <NotYet what="the rates" error={error} again={() => void refetch()} />;
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_var(--spacing-side)]">
      <main aria-label="Rates" className="flex min-h-0 flex-col border-r border-rule px-5.5 pt-4">
        <h1 className="mb-2 text-title">Rates</h1>
        <Table
          id="rates"
          name="What an hour costs"
          columns={COLUMNS}
          rows={data.rates}
          idOf={({ personId, jobType, firstDay }) => `${personId} ${jobType ?? ''} ${firstDay}`}
          height="around"
          empty="Nobody has a rate yet, so that reports say no cost. Take a list of rates."
        />
      </main>
      <Side label="Rates" className="bg-sheet px-5 py-4">
        <h2 className="text-lead">What they are for</h2>
        <p className="text-note text-soft">
          Reports say by them what hours cost. A rate holds from its day on until the next; one for a type of
          job comes before the person’s own. Nothing of it goes to the pay system.
        </p>
        <TakeList what="rates" columns="number, rate and from, and job type where it has one" />
      </Side>
    </div>
  );
}
