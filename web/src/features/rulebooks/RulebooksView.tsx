import type { RulebooksReply } from '@heath/contract';
import { type Workday, workday } from '@heath/core';
import { useRulebooksQuery } from '../../api/rulebooks.ts';
import { inFull } from '../../ui/form/dates.ts';
import { Side } from '../../ui/layout/Side.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import type { Column } from '../../ui/table/columns.ts';
import { Table } from '../../ui/table/Table.tsx';
import { AddEdition } from './AddEdition.tsx';

/** An edition of a rulebook, and until when it holds. */
interface Row {
  readonly rulebookId: number;
  readonly rulebook: string;
  readonly groups: string;
  readonly edition: number;
  readonly firstDay: Workday;
  /** The first day of the next; null: it goes on. */
  readonly nextFrom: Workday | null;
}

/** Every edition, the latest first of each rulebook. */
export const rowsOf = ({ rulebooks }: RulebooksReply): Row[] =>
  rulebooks.flatMap(({ id, name, groups, editions }) => {
    // Of two that begin on one day the later holds, and that alone.
    const inOrder = [...editions].sort((a, b) => a.firstDay - b.firstDay || a.edition - b.edition);
    return inOrder
      .map(({ edition, firstDay }, i) => ({
        rulebookId: id,
        rulebook: name,
        groups: groups.join(', '),
        edition,
        firstDay,
        nextFrom: inOrder[i + 1]?.firstDay ?? null,
      }))
      .reverse();
  });

const lastDay = ({ firstDay, nextFrom }: Row): string =>
  nextFrom === null
    ? 'no end'
    : nextFrom === firstDay
      ? 'another took its place'
      : inFull(workday(nextFrom - 1));

const COLUMNS: readonly Column<Row>[] = [
  { id: 'rulebook', name: 'Rulebook', value: ({ rulebook }) => rulebook, room: 34, grows: true },
  { id: 'groups', name: 'Goes by it', value: ({ groups }) => groups, room: 22, grows: true },
  { id: 'edition', name: 'Edition', value: ({ edition }) => edition, isFigure: true, room: 17 },
  {
    id: 'from',
    name: 'Holds from',
    value: ({ firstDay }) => firstDay,
    text: ({ firstDay }) => inFull(firstDay),
    room: 32,
  },
  { id: 'until', name: 'Until', value: ({ nextFrom }) => nextFrom, text: lastDay, room: 38 },
  {
    id: 'rules',
    name: 'Rules',
    value: ({ edition }) => edition,
    text: () => 'Download',
    show: ({ rulebookId, rulebook, edition }) => (
      <a
        className="text-heather underline"
        href={`/api/rulebooks/${rulebookId}/editions/${edition}`}
        aria-label={`Download the rules of ${rulebook}, edition ${edition}`}
      >
        Download
      </a>
    ),
    room: 22,
  },
];

/** Rulebooks with their editions, and how another comes. */
export function RulebooksView({ today }: { today: Workday }) {
  const { data, error, refetch } = useRulebooksQuery();
  if (data === undefined) return <NotYet what="the rulebooks" error={error} again={() => void refetch()} />;
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_var(--spacing-side)]">
      <main aria-label="Rulebooks" className="flex min-h-0 flex-col border-r border-rule px-5.5 pt-4">
        <h1 className="mb-2 text-title">Rulebooks</h1>
        <Table
          id="rulebooks"
          name="Editions of rulebooks"
          columns={COLUMNS}
          rows={rowsOf(data)}
          idOf={({ rulebookId, edition }) => `${rulebookId} ${edition}`}
          height="around"
          empty="There is no rulebook yet."
        />
      </main>
      <Side label="Rulebooks" className="bg-sheet px-5 py-4">
        <h2 className="text-lead">What an edition is</h2>
        <p className="text-note text-soft">
          Rules never change: another edition holds from a day on. Cards of days from then on are computed
          anew. Of what was handed off already, the difference is listed under Afterwards, and nothing is sent
          before somebody decides.
        </p>
        <AddEdition rulebooks={data.rulebooks} today={today} />
      </Side>
    </div>
  );
}
