import type { CardRow } from '@heath/contract';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef } from 'react';
import { Hours } from '../../ui/Hours.tsx';
import { useKey } from '../../ui/keys.ts';
import { Select } from '../../ui/Select.tsx';
import { Toggles } from '../../ui/Toggles.tsx';
import { CARD_KEYS } from './keys.ts';
import type { ListFilter } from './rows.ts';

const ROW_HEIGHT = 47;
const MARK: Readonly<Record<string, string>> = {
  o: 'bg-moss-wash',
  t: 'band-overtime-1',
  x: 'border-mark border-ember bg-sheet',
  '-': 'border-b border-rule',
};

const SORTS = [
  { value: 'name', name: 'by name' },
  { value: 'hours', name: 'by hours' },
  { value: 'to-settle', name: 'to settle' },
] as const;

interface PeopleListProps {
  readonly rows: readonly CardRow[];
  readonly all: readonly CardRow[];
  readonly filter: ListFilter;
  readonly pickedId: number | null;
  readonly onPick: (personId: number) => void;
  readonly onFilter: (changes: Record<string, string | null>) => void;
}

/** Everybody in the period, virtual rows, however many. */
export function PeopleList({ rows, all, filter, pickedId, onPick, onFilter }: PeopleListProps) {
  const scroller = useRef<HTMLDivElement>(null);
  const find = useRef<HTMLInputElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 8,
  });
  const pickedIndex = rows.findIndex((row) => row.personId === pickedId);
  useEffect(() => {
    if (pickedIndex >= 0) virtual.scrollToIndex(pickedIndex, { align: 'auto' });
  }, [pickedIndex, virtual]);
  useKey(CARD_KEYS.filter, () => find.current?.focus());

  const inGroup = filter.groupId === null ? all : all.filter((row) => row.groupId === filter.groupId);
  const toSettle = inGroup.filter((row) => row.toSettle > 0).length;
  return (
    <aside aria-label="People" className="flex min-h-0 flex-col border-r border-rule">
      <div className="px-5 pt-2.5">
        <Toggles
          label="Who is shown"
          value={filter.toSettleOnly ? 'to-settle' : 'all'}
          choices={[
            { value: 'all', name: 'All', count: inGroup.length },
            { value: 'to-settle', name: 'To settle', count: toSettle },
          ]}
          onChoose={(show) => onFilter({ show: show === 'all' ? null : show })}
        />
      </div>
      <div className="flex gap-1.5 px-5 py-2">
        <input
          ref={find}
          aria-label="Filter the list"
          placeholder="Filter  /"
          defaultValue={filter.text}
          onChange={(event) => onFilter({ find: event.target.value })}
          onKeyDown={(event) => event.key === 'Escape' && event.currentTarget.blur()}
          className="min-w-0 flex-1 rounded-control border border-rule bg-sheet px-2 py-0.5 text-note"
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
            const row = rows[index]!;
            const on = row.personId === pickedId;
            return (
              <button
                type="button"
                key={row.personId}
                aria-current={on}
                onClick={() => onPick(row.personId)}
                style={{ top: start, height: ROW_HEIGHT }}
                className={`absolute inset-x-0 grid grid-cols-[minmax(0,1fr)_auto] gap-x-2 border-b border-faint py-1.5 pl-5 pr-3.5 text-left ${on ? 'bg-sheet picked-row' : 'hover:bg-sheet'}`}
              >
                <span className="truncate">
                  <b className="font-semibold">{row.name}</b>{' '}
                  <small className="text-fine text-soft">{row.department}</small>
                </span>
                <span className="font-semibold">
                  {row.payableHours === null ? (
                    <span className="text-soft">…</span>
                  ) : (
                    <Hours hours={row.payableHours} />
                  )}
                </span>
                <span className="mt-1 flex gap-0.5" aria-hidden="true">
                  {[...row.marks].map((mark, i) => (
                    <i key={i} className={`block h-2 w-2.25 ${MARK[mark]}`} />
                  ))}
                </span>
              </button>
            );
          })}
        </div>
      </div>
    </aside>
  );
}
