import type { AmountView, PeriodSummary } from '@heath/contract';
import { Undo2 } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { useAmountsQuery, useTakeAmountBackMutation } from '../../api/amounts.ts';
import { problemOf } from '../../api/requests/base.ts';
import { useMay } from '../../api/useMay.ts';
import { Toggles } from '../../ui/controls/Toggles.tsx';
import { inFull } from '../../ui/form/dates.ts';
import { Side } from '../../ui/layout/Side.tsx';
import { Notice } from '../../ui/notices/Notice.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { say } from '../../ui/notices/notices.ts';
import type { Column } from '../../ui/table/columns.ts';
import { Table } from '../../ui/table/Table.tsx';
import { moment, quantityText } from '../../ui/text/format.ts';
import { says } from '../../ui/text/Says.tsx';
import { AddAmount } from './AddAmount.tsx';
import { TakeAmounts } from './TakeAmounts.tsx';

/** The columns of the amounts; the last takes one back. */
const columnsOf = (
  periodId: number,
  takeBack: ((amount: AmountView) => void) | null,
): Column<AmountView>[] => [
  { id: 'day', name: 'Day', value: ({ day }) => day, text: ({ day }) => inFull(day), room: 33 },
  {
    id: 'name',
    name: 'Who',
    value: ({ name }) => name,
    show: ({ name, personId }) => (
      <Link
        to={`/cards?person=${personId}&period=${periodId}`}
        className="hover:text-heather hover:underline"
      >
        {name}
      </Link>
    ),
    room: 30,
    grows: true,
  },
  {
    id: 'what',
    name: 'What',
    value: ({ what, job }) => (job === null ? what : `${what}, ${job}`),
    room: 28,
  },
  {
    id: 'amount',
    name: 'Amount',
    value: ({ amount }) => amount,
    text: ({ amount }) => quantityText(amount),
    isFigure: true,
    room: 20,
  },
  {
    id: 'note',
    name: 'Note',
    value: ({ note }) => note,
    show: ({ note, by, at }) => <span {...says(`By ${by}, ${moment(at)}`)}>{note === '' ? by : note}</span>,
    room: 34,
    grows: true,
  },
  {
    id: 'back',
    name: 'Taken back',
    value: ({ takenBack }) => (takenBack ? 'yes' : ''),
    show: (amount) =>
      amount.takenBack || takeBack === null ? (
        amount.takenBack && 'taken back'
      ) : (
        <button
          type="button"
          aria-label={`Take back ${amount.what} of ${amount.name}, ${inFull(amount.day)}`}
          onClick={() => takeBack(amount)}
          className="flex items-center gap-1 text-note hover:text-heather hover:underline"
        >
          <Undo2 size={13} aria-hidden="true" /> take back
        </button>
      ),
    room: 26,
  },
];

/** Units, miles, tips, expenses: what is paid in a period beside hours. */
export function AmountsView({ period }: { period: PeriodSummary }) {
  const { currentData: data, error, refetch } = useAmountsQuery(period.id);
  const [takeBack, taking] = useTakeAmountBackMutation();
  const [shows, setShows] = useState<'standing' | 'all'>('standing');
  const may = useMay('add amounts');
  if (data === undefined) return <NotYet what="the amounts" error={error} again={() => void refetch()} />;
  const standing = data.amounts.filter(({ takenBack }) => !takenBack);
  const goBack = async (amount: AmountView) => {
    const result = await takeBack(amount.id);
    if (result.data !== undefined) say(`${amount.what} of ${amount.name} is taken back.`);
  };
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_var(--spacing-side)]">
      <main aria-label="Amounts" className="flex min-h-0 flex-col border-r border-rule px-5.5 pt-4">
        <header className="mb-2 flex items-baseline gap-4">
          <h1 className="text-title">Amounts</h1>
          <Toggles
            label="Which amounts"
            value={shows}
            choices={[
              { value: 'standing', name: 'That stand', count: standing.length },
              { value: 'all', name: 'All', count: data.amounts.length },
            ]}
            onChoose={setShows}
          />
        </header>
        {taking.error !== undefined && <Notice>{problemOf(taking.error).title}</Notice>}
        <Table
          id="amounts"
          name="Amounts beside hours"
          columns={columnsOf(period.id, may ? (amount) => void goBack(amount) : null)}
          rows={shows === 'all' ? data.amounts : standing}
          idOf={({ id }) => String(id)}
          height="around"
          empty="Nothing is paid beside hours in this period."
        />
      </main>
      <Side label="Add an amount" className="bg-sheet px-5 py-4">
        <p className="mb-3 text-note text-soft">
          Units, miles, tips, expenses: they go to the pay system under a code of their own, beside the hours.
          A rule of the mapping says under which.
        </p>
        {may && (
          <>
            <AddAmount period={period} names={data.names} />
            <TakeAmounts periodId={period.id} />
          </>
        )}
      </Side>
    </div>
  );
}
