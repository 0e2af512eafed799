import type { CardRow } from '@heath/contract';
import { memo, useMemo, useRef } from 'react';
import { Select } from '../../ui/controls/Select.tsx';
import { Toggles } from '../../ui/controls/Toggles.tsx';
import { FilterField } from '../../ui/form/FilterField.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { useInSight, useLongRows } from '../../ui/screen/useLongRows.ts';
import { Hours } from '../../ui/text/Hours.tsx';
import { CARD_KEYS } from './keys.ts';
import { PrintCards } from './PrintCards.tsx';
import { isToApprove, type ListFilter } from './rows.ts';

const ROW_HEIGHT = 47;
const MARK: Readonly<Record<string, string>> = {
  o: 'bg-moss-wash',
  t: 'band-overtime-1',
  x: 'border-mark border-ember bg-sheet',
  '-': 'border-b border-rule',
};

/** Days in a row with one mark, drawn as one: an element a day would be most of what the list consists of. An outline is drawn for each. */
const DAYS_ALIKE = /x|(.)\1*/g;
const DAY_PIXELS = 9;
const GAP_PIXELS = 2;

/** Beside the hours: somebody stands for them; one more must; they changed since. */
const APPROVAL: Readonly<Record<CardRow['approval'], string>> = {
  none: '',
  waits: 'approval-waits',
  approved: 'approval-stands',
  changed: 'approval-changed',
};

const SORTS = [
  { value: 'name', name: 'by name' },
  { value: 'hours', name: 'by hours' },
  { value: 'to-settle', name: 'to settle' },
] as const;

interface PeopleListProps {
  readonly periodId: number;
  readonly rows: readonly CardRow[];
  readonly all: readonly CardRow[];
  readonly filter: ListFilter;
  readonly pickedId: number | null;
  readonly onPick: (personId: number) => void;
  /** The mouse rests on somebody, and may pick them. */
  readonly onNear: (personId: number) => void;
  readonly onFilter: (changes: Record<string, string | null>) => void;
}

/** Everybody in the period, virtual rows, however many. */
export function PeopleList({
  periodId,
  rows,
  all,
  filter,
  pickedId,
  onPick,
  onNear,
  onFilter,
}: PeopleListProps) {
  const scroller = useRef<HTMLDivElement>(null);
  const find = useRef<HTMLInputElement>(null);
  const virtual = useLongRows({ count: rows.length, scroller, heightOf: () => ROW_HEIGHT });
  const pickedIndex = useMemo(() => rows.findIndex((row) => row.personId === pickedId), [rows, pickedId]);
  useInSight(virtual, pickedIndex);
  useKey(CARD_KEYS.filter, () => find.current?.focus());

  const { groupId } = filter;
  const counts = useMemo(() => {
    const inGroup = groupId === null ? all : all.filter((row) => row.groupId === groupId);
    return {
      inGroup: inGroup.length,
      toSettle: inGroup.filter((row) => row.toSettle > 0).length,
      toApprove: inGroup.filter(isToApprove).length,
    };
  }, [all, groupId]);
  return (
    <aside aria-label="People" className="flex min-h-0 flex-col border-r border-rule">
      <div className="px-5 pt-2.5">
        <Toggles
          label="Who is shown"
          value={filter.show}
          choices={[
            { value: 'all', name: 'All', count: counts.inGroup },
            { value: 'to-settle', name: 'Settle', count: counts.toSettle },
            { value: 'to-approve', name: 'Approve', count: counts.toApprove },
          ]}
          onChoose={(show) => onFilter({ show: show === 'all' ? null : show })}
        />
      </div>
      <div className="flex gap-1.5 px-5 py-2">
        <FilterField
          ref={find}
          label="Filter the list"
          hint="Filter  /"
          initial={filter.text}
          onType={(text) => onFilter({ find: text })}
          className="min-w-0 flex-1"
        />
        <Select
          label="Sort by"
          value={filter.sort}
          choices={SORTS}
          onChoose={(sort) => onFilter({ sort: sort === 'name' ? null : sort })}
          className="w-24 border border-rule bg-field px-2 py-0.5 text-fine text-soft"
        />
      </div>
      <div
        ref={scroller}
        className="min-h-0 flex-1 overflow-y-auto border-t border-faint"
        data-testid="people"
      >
        <div className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start }) => {
            const row = rows[index];
            return (
              row && (
                <PersonRow
                  key={row.personId}
                  row={row}
                  top={start}
                  on={row.personId === pickedId}
                  onPick={onPick}
                  onNear={onNear}
                />
              )
            );
          })}
        </div>
      </div>
      <PrintCards periodId={periodId} rows={rows} isWhole={rows.length === all.length} />
    </aside>
  );
}

/** How long a mouse rests on what it is about to pick. */
const RESTS_MILLISECONDS = 60;

interface PersonRowProps extends Pick<PeopleListProps, 'onPick' | 'onNear'> {
  readonly row: CardRow;
  readonly top: number;
  readonly on: boolean;
}

/** One person of the list. Drawn anew only when something of it changes: the list is drawn several times for each step in it. */
const PersonRow = memo(function PersonRow({ row, top, on, onPick, onNear }: PersonRowProps) {
  const resting = useRef(0);
  return (
    <button
      type="button"
      aria-current={on}
      onClick={() => onPick(row.personId)}
      onPointerEnter={() => {
        resting.current = window.setTimeout(() => onNear(row.personId), RESTS_MILLISECONDS);
      }}
      onPointerLeave={() => window.clearTimeout(resting.current)}
      style={{ top, height: ROW_HEIGHT }}
      className={`absolute inset-x-0 grid grid-cols-[minmax(0,1fr)_auto] gap-x-2 border-b border-faint py-1.5 pl-5 pr-3.5 text-left ${on ? 'bg-sheet picked-row' : 'hover:bg-sheet'}`}
    >
      <span className="truncate">
        <b className="font-semibold">{row.name}</b>{' '}
        <small className="text-fine text-soft">{row.department}</small>
      </span>
      <span className={`font-semibold ${APPROVAL[row.approval]}`}>
        {row.payableHours === null ? (
          <span className="text-soft">…</span>
        ) : (
          <Hours hours={row.payableHours} />
        )}
      </span>
      <span className="mt-1 flex gap-0.5" aria-hidden="true">
        {(row.marks.match(DAYS_ALIKE) ?? []).map((days, i) => (
          <i
            key={i}
            className={`block h-2 ${days.length > 1 ? 'days-alike' : ''} ${MARK[days.charAt(0)]}`}
            style={{ width: days.length * (DAY_PIXELS + GAP_PIXELS) - GAP_PIXELS }}
          />
        ))}
      </span>
    </button>
  );
});
