import { useMemo, useRef } from 'react';
import { Link } from 'react-router';
import { type MadeCorrection, useHistoryQuery } from '../../api/history.ts';
import { Toggles } from '../../ui/controls/Toggles.tsx';
import { FilterField } from '../../ui/form/FilterField.tsx';
import { Empty } from '../../ui/notices/Empty.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { useAddress } from '../../ui/screen/useAddress.ts';
import type { Column } from '../../ui/table/columns.ts';
import { Table } from '../../ui/table/Table.tsx';
import { correctionWords } from '../../ui/text/correction-words.ts';
import { hoursText, moment, shortDay } from '../../ui/text/format.ts';
import { PeriodBar, usePeriod } from '../periods/index.ts';
import { HISTORY_KEYS } from './keys.ts';

/** History: every correction of the period, who made it, what it changed and why; filtered, sorted, taken elsewhere. */
export function HistoryPage() {
  const { period, isMissing, error, again } = usePeriod();
  const history = useHistoryQuery(period?.id ?? 0, { skip: period === undefined });
  if (isMissing) return <NotYet what="the history" error={error} again={again} />;
  if (period === undefined)
    return <Empty title="No pay period yet">What is corrected in a period is kept here.</Empty>;
  return (
    <>
      <PeriodBar />
      {history.currentData === undefined ? (
        <NotYet what="the history" error={history.error} again={() => void history.refetch()} />
      ) : (
        <Corrections all={history.currentData.rows} />
      )}
    </>
  );
}

const WHICH = [
  { value: 'all', name: 'All' },
  { value: 'holding', name: 'Still hold' },
  { value: 'undone', name: 'Taken back' },
] as const;
type Which = (typeof WHICH)[number]['value'];

/** Those that are asked for: what took another back is told with that, and stands for itself among all. */
export const shownOf = (all: readonly MadeCorrection[], which: string): readonly MadeCorrection[] => {
  if (which === 'holding') return all.filter(({ undone, undoes }) => !undone && undoes === null);
  return which === 'undone' ? all.filter(({ undone }) => undone) : all;
};

const number = (hours: number): number => hours / 90_000;

/** Together as wide as a window of 1024 pixels. */
const COLUMNS: readonly Column<MadeCorrection>[] = [
  { id: 'when', name: 'When', value: ({ madeAt }) => madeAt, text: ({ madeAt }) => moment(madeAt), room: 30 },
  { id: 'by', name: 'By', value: ({ by }) => by, room: 20 },
  {
    id: 'person',
    name: 'Person',
    value: ({ name }) => name,
    show: ({ personId, name }) => (
      <Link to={`/cards?person=${personId}`} className="hover:text-heather hover:underline">
        {name}
      </Link>
    ),
    room: 30,
  },
  {
    id: 'day',
    name: 'Day',
    value: ({ workday }) => workday,
    text: ({ workday }) => shortDay(workday),
    room: 21,
  },
  { id: 'number', name: 'Number', value: (made) => made.number, room: 17 },
  { id: 'department', name: 'Department', value: ({ department }) => department, room: 24 },
  {
    id: 'what',
    name: 'What',
    value: (made) => whatOf(made),
    show: (made) => <span className={made.undone ? 'line-through opacity-70' : ''}>{whatOf(made)}</span>,
    room: 30,
    grows: true,
  },
  { id: 'why', name: 'Why', value: ({ note }) => note || null, room: 16, grows: true },
  { id: 'together', name: 'Together', value: ({ together }) => together, room: 19, grows: true },
  {
    id: 'before',
    name: 'Before, h',
    value: ({ payableBeforeHours }) => number(payableBeforeHours),
    text: ({ payableBeforeHours }) => hoursText(payableBeforeHours),
    isFigure: true,
    isHours: true,
    room: 17,
  },
  {
    id: 'after',
    name: 'After, h',
    value: ({ payableAfterHours }) => number(payableAfterHours),
    text: ({ payableAfterHours }) => hoursText(payableAfterHours),
    isFigure: true,
    isHours: true,
    room: 17,
  },
];

const whatOf = (made: MadeCorrection): string =>
  made.undoes === null ? correctionWords(made, made.offsets) : 'Correction taken back';

function Corrections({ all }: { all: readonly MadeCorrection[] }) {
  const { query, go } = useAddress();
  const find = useRef<HTMLInputElement>(null);
  useKey(HISTORY_KEYS.filter, () => find.current?.focus());
  const asked = query.get('which');
  const which: Which = WHICH.find(({ value }) => value === asked)?.value ?? 'all';
  const rows = useMemo(() => shownOf(all, which), [all, which]);
  return (
    <main aria-label="History" className="flex min-h-0 flex-1 flex-col px-6 pt-4">
      <header className="flex items-center gap-4 pb-3">
        <h1 className="text-title">History</h1>
        <Toggles
          label="Which are shown"
          value={which}
          choices={WHICH}
          onChoose={(chosen) => go({ which: chosen === 'all' ? null : chosen })}
        />
        <FilterField
          ref={find}
          label="Filter the history"
          hint={`A person, a user, a word  ${HISTORY_KEYS.filter.press}`}
          initial={query.get('find') ?? ''}
          onType={(text) => go({ find: text }, true)}
          className="w-72"
        />
      </header>
      <Table
        id="history"
        name="Corrections of the period"
        columns={COLUMNS}
        rows={rows}
        idOf={({ id }) => String(id)}
        filter={query.get('find') ?? ''}
        height="around"
        empty="Nothing of this period was corrected."
      />
    </main>
  );
}
