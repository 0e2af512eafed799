import type { AnyLook, PeriodSummary } from '@heath/contract';
import { type Workday, workdayToIso } from '@heath/core';
import { type ReactNode, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { type FoundDay, useFoundQuery } from '../../api/finder.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../ui/controls/Button.tsx';
import { Select } from '../../ui/controls/Select.tsx';
import { DateField } from '../../ui/form/DateField.tsx';
import { FilterField } from '../../ui/form/FilterField.tsx';
import { Empty } from '../../ui/notices/Empty.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { dayOfIso, useAddress } from '../../ui/screen/useAddress.ts';
import type { Column } from '../../ui/table/columns.ts';
import { Table } from '../../ui/table/Table.tsx';
import { clockTime, hoursText, shortDay } from '../../ui/text/format.ts';
import { Kbd } from '../../ui/text/Kbd.tsx';
import { PeriodBar, usePeriod } from '../periods/index.ts';

import { FINDER_KEYS } from './keys.ts';
import { inAddress, LOOKS, lookIn, lookText, measuredText, WHATS } from './looks.ts';
import { RepairDays } from './RepairDays.tsx';
import { SavedSearches } from './SavedSearches.tsx';

/** Odd days: those that somebody should look at, over any span of periods; kept searches, and what can be done to many. */
export function FinderPage() {
  const { period, isMissing, error, again } = usePeriod();
  if (isMissing) return <NotYet what="the days" error={error} again={again} />;
  if (period === undefined)
    return <Empty title="No pay period yet">Days appear here once people and a pay period are set up.</Empty>;
  return (
    <>
      <PeriodBar pickGroup />
      <Finder period={period} />
    </>
  );
}

function Finder({ period }: { period: PeriodSummary }) {
  const { query, go } = useAddress();
  const [what, hours] = [query.get('what'), query.get('hours')];
  const look = useMemo(() => lookIn(what, hours), [what, hours]);
  const from = dayOfIso(query.get('from')) ?? period.firstDay;
  const to = dayOfIso(query.get('to')) ?? period.lastDay;
  const group = query.get('group');
  const isTurned = from > to;
  const found = useFoundQuery(
    { look, from, to, groupId: group === null ? null : Number(group) },
    { skip: isTurned, refetchOnMountOrArgChange: true },
  );
  const [picked, setPicked] = useState<readonly FoundDay[]>([]);
  const [isRepairing, setRepairing] = useState(false);
  const may = useMay('correct');
  const canRepair = may && picked.length > 0;
  useKey(FINDER_KEYS.repair, () => canRepair && setRepairing(true));
  if (isRepairing) return <RepairDays days={picked} onClose={() => setRepairing(false)} />;
  return (
    <main aria-label="Odd days" className="flex min-h-0 flex-1 flex-col px-6 pt-4">
      <header className="flex flex-wrap items-center gap-3 pb-1">
        <h1 className="text-title">Odd days</h1>
        <Looks look={look} onLook={(next) => go(inAddress(next))} />
        <Span from={from} to={to} onSpan={(changes) => go(changes)} />
        <SavedSearches look={look} onTake={(next) => go(inAddress(next))} />
      </header>
      {isTurned ? (
        <p className="py-4 text-ember">The first day comes before the last.</p>
      ) : found.currentData === undefined ? (
        <NotYet what="these days" error={found.error} again={() => void found.refetch()} place="part" />
      ) : (
        <Results
          look={look}
          days={found.currentData.days.rows}
          cards={found.currentData.cards}
          isCut={found.currentData.isCut}
          onPicked={setPicked}
        >
          {may && (
            <Button disabled={!canRepair} onClick={() => setRepairing(true)}>
              Repair {picked.length.toLocaleString('en')} <Kbd>{FINDER_KEYS.repair.press}</Kbd>
            </Button>
          )}
        </Results>
      )}
    </main>
  );
}

/** What is looked for, and how long. */
function Looks({ look, onLook }: { look: AnyLook; onLook: (look: AnyLook) => void }) {
  return (
    <span className="flex items-end gap-2">
      <Select
        label="Looked for"
        value={look.what}
        choices={WHATS.map((value) => ({ value, name: LOOKS[value].name }))}
        onChoose={(what) => onLook(lookIn(what, null))}
        className="w-72 border border-rule bg-field px-2 py-1 text-note"
      />
      {'seconds' in look && (
        <label className="flex items-center gap-1 text-note">
          <input
            key={look.what}
            aria-label="Hours"
            inputMode="decimal"
            defaultValue={String(look.seconds / 3600)}
            onBlur={(event) => onLook(lookIn(look.what, event.target.value.replace(',', '.')))}
            onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
            className="w-14 rounded-control border border-rule bg-field px-2 py-1 text-right"
          />{' '}
          h
        </label>
      )}
    </span>
  );
}

function Span({
  from,
  to,
  onSpan,
}: {
  from: Workday;
  to: Workday;
  onSpan: (changes: Record<string, string>) => void;
}) {
  const field = (label: string, name: string, value: Workday) => (
    <div className="w-36">
      <DateField
        label={label}
        initial={value}
        near={value}
        onChange={(day) => day !== null && onSpan({ [name]: workdayToIso(day) })}
      />
    </div>
  );
  return (
    <span className="-mt-3 flex gap-2">
      {field('From', 'from', from)}
      {field('To', 'to', to)}
    </span>
  );
}

const columnsFor = (look: AnyLook): readonly Column<FoundDay>[] => [
  { id: 'person', name: 'Person', value: ({ name }) => name, room: 36, grows: true },
  { id: 'number', name: 'Number', value: ({ number }) => number, room: 22 },
  { id: 'department', name: 'Department', value: ({ department }) => department, room: 32 },
  {
    id: 'day',
    name: 'Day',
    value: ({ workday }) => workday,
    text: ({ workday }) => shortDay(workday),
    room: 26,
  },
  {
    id: 'times',
    name: 'First to last punch',
    value: ({ from }) => from,
    text: ({ from, to, offsets }) =>
      from === null || to === null ? '' : `${clockTime(from, offsets)} to ${clockTime(to, offsets)}`,
    room: 34,
  },
  {
    id: 'payable',
    name: 'Payable, h',
    value: ({ payableHours }) => payableHours / 90_000,
    text: ({ payableHours }) => hoursText(payableHours),
    isFigure: true,
    isHours: true,
    room: 22,
  },
  ...(look.what === 'many-hours'
    ? []
    : [
        {
          id: 'measured',
          name: LOOKS[look.what].measures,
          value: ({ measured }: FoundDay) => measured,
          text: ({ measured }: FoundDay) => measuredText(look, measured),
          isFigure: true,
          room: 28,
        },
      ]),
  {
    id: 'period',
    name: 'Handed off',
    value: ({ sealed }) => (sealed ? 'handed off' : null),
    room: 24,
  },
];

function Results({
  look,
  days,
  cards,
  isCut,
  onPicked,
  children,
}: {
  look: AnyLook;
  days: readonly FoundDay[];
  cards: number;
  isCut: boolean;
  onPicked: (days: readonly FoundDay[]) => void;
  children: ReactNode;
}) {
  const { query, go } = useAddress();
  const navigate = useNavigate();
  const find = useRef<HTMLInputElement>(null);
  useKey(FINDER_KEYS.filter, () => find.current?.focus());
  const columns = useMemo(() => columnsFor(look), [look]);
  const count = (many: number, one: string, more: string) =>
    `${many.toLocaleString('en')} ${many === 1 ? one : more}`;
  return (
    <>
      <div className="flex items-center gap-3 pb-2 text-note">
        <span className="text-soft">
          {count(days.length, 'day', 'days')} in {count(cards, 'card', 'cards')}: {lookText(look)}
          {isCut && ' (there are more; look for something narrower)'}
        </span>
        <FilterField
          ref={find}
          label="Filter what was found"
          hint={`A person, a department  ${FINDER_KEYS.filter.press}`}
          initial={query.get('find') ?? ''}
          onType={(text) => go({ find: text }, true)}
          className="ml-auto w-56"
        />
        {children}
      </div>
      <Table
        id="odd-days"
        name="Odd days"
        columns={columns}
        rows={days}
        idOf={({ personId, workday }) => `${personId} ${workday}`}
        filter={query.get('find') ?? ''}
        onPicked={onPicked}
        onOpen={({ periodId, personId, workday }) =>
          void navigate(`/cards?period=${periodId}&person=${personId}&day=${workdayToIso(workday)}`)
        }
        height="around"
        empty="No such day."
      />
    </>
  );
}
