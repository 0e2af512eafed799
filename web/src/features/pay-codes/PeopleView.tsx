import type { PayCodesReply } from '@heath/contract';
import { Link } from 'react-router';
import { usePayCodesQuery } from '../../api/pay-codes.ts';
import { Side } from '../../ui/layout/Side.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import type { Column } from '../../ui/table/columns.ts';
import { Table } from '../../ui/table/Table.tsx';
import { TakeList } from './TakeList.tsx';

type Unknown = NonNullable<PayCodesReply['people']>['unknown'][number];

const COLUMNS: readonly Column<Unknown>[] = [
  { id: 'number', name: 'Number', value: ({ number }) => number, room: 28 },
  {
    id: 'name',
    name: 'Name',
    value: ({ name }) => name,
    show: ({ name, personId }) => (
      <Link to={`/cards?person=${personId}`} className="hover:text-heather hover:underline">
        {name}
      </Link>
    ),
    room: 60,
    grows: true,
  },
];

/** Whom the pay system knows, and whom it does not. */
export function PeopleView() {
  const { data, error, refetch } = usePayCodesQuery();
  if (data === undefined) return <NotYet what="the people" error={error} again={() => void refetch()} />;
  const { people } = data;
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_var(--spacing-side)]">
      <main aria-label="People" className="min-h-0 overflow-y-auto border-r border-rule px-5.5 py-4">
        <h1 className="text-title">People it does not know</h1>
        <p className="mb-3 text-soft">
          {people === null
            ? 'The pay system has not said whom it knows. Take its list, so that nobody is refused after the file left.'
            : 'They have a card in the latest period, and the list of the pay system does not name them.'}
        </p>
        {people !== null && (
          <Table
            id="unknown-people"
            name="People whom the pay system does not know"
            columns={COLUMNS}
            rows={people.unknown}
            idOf={({ number }) => number}
            height="rows"
            empty="It knows everybody who has a card in the latest period."
          />
        )}
      </main>
      <Side label="People it knows" className="bg-sheet px-5 py-4">
        <h2 className="text-lead">People it knows</h2>
        <p className="text-soft">
          {people === null ? 'Not known yet.' : `${people.known.toLocaleString('en')} people.`}
        </p>
        <TakeList what="people" columns="number, and name and codes where it has them" />
      </Side>
    </div>
  );
}
