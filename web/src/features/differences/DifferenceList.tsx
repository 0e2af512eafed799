import type { Difference } from '@heath/contract';
import { memo, useRef } from 'react';
import type { Differences } from '../../api/differences.ts';
import { Toggles } from '../../ui/controls/Toggles.tsx';
import { FilterField } from '../../ui/form/FilterField.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { useInSight, useLongRows } from '../../ui/screen/useLongRows.ts';
import { dateRange, signedHours } from '../../ui/text/format.ts';
import { DIFFERENCE_KEYS } from './keys.ts';
import { idOf, type Shows } from './rows.ts';

const ROW_HEIGHT = 47;

/** How far a difference is, in words. */
export const STATES: Readonly<Record<Difference['state'], string>> = {
  open: 'to decide',
  carried: 'to approve',
  approved: 'goes out next',
};

/** Every difference that a filter leaves, virtual rows, however many. */
export function DifferenceList({
  all,
  rows,
  periods,
  shows,
  text,
  open,
  onOpen,
  onFilter,
}: {
  all: readonly Difference[];
  rows: readonly Difference[];
  periods: Differences['periods'];
  shows: Shows;
  text: string;
  open: Difference | undefined;
  onOpen: (id: string) => void;
  onFilter: (changes: Record<string, string | null>) => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const find = useRef<HTMLInputElement>(null);
  const virtual = useLongRows({ count: rows.length, scroller, heightOf: () => ROW_HEIGHT });
  useInSight(virtual, open === undefined ? -1 : rows.indexOf(open));
  useKey(DIFFERENCE_KEYS.filter, () => find.current?.focus());
  const count = (state: Difference['state']) => all.filter((one) => one.state === state).length;
  const days = new Map(periods.map(({ id, firstDay, lastDay }) => [id, dateRange(firstDay, lastDay)]));
  return (
    <nav aria-label="Differences" className="flex min-h-0 flex-col border-r border-rule">
      <h1 className="px-5 pt-4 pb-2 text-lead">Since the handoff</h1>
      {all.length === 0 ? (
        <p className="px-5 text-note text-soft">Every card says what was sent of it. Nothing waits.</p>
      ) : (
        <div className="grid gap-2 px-5 pb-2">
          <Toggles
            label="Which are listed"
            value={shows}
            choices={[
              { value: 'all', name: 'All', count: all.length },
              { value: 'open', name: 'Decide', count: count('open') },
              { value: 'carried', name: 'Approve', count: count('carried') },
              { value: 'approved', name: 'Going out', count: count('approved') },
            ]}
            onChoose={(value) => onFilter({ show: value === 'all' ? null : value })}
          />
          <FilterField
            ref={find}
            label="Filter the list"
            hint="Filter  /"
            initial={text}
            onType={(text) => onFilter({ find: text })}
            className="min-w-0"
          />
        </div>
      )}
      {all.length > 0 && rows.length === 0 && (
        <p className="px-5 text-note text-soft">Nothing in the list is like that.</p>
      )}
      <div ref={scroller} className="min-h-0 flex-1 overflow-y-auto">
        <div className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start }) => {
            const row = rows[index];
            return (
              row && (
                <Row
                  key={idOf(row)}
                  row={row}
                  days={days.get(row.periodId) ?? ''}
                  top={start}
                  isOpen={row === open}
                  onOpen={onOpen}
                />
              )
            );
          })}
        </div>
      </div>
    </nav>
  );
}

const Row = memo(function Row({
  row,
  days,
  top,
  isOpen,
  onOpen,
}: {
  row: Difference;
  days: string;
  top: number;
  isOpen: boolean;
  onOpen: (id: string) => void;
}) {
  return (
    <button
      type="button"
      aria-current={isOpen ? 'true' : undefined}
      onClick={() => onOpen(idOf(row))}
      className={`absolute inset-x-0 border-b border-l-4 border-b-faint px-4 py-1.5 text-left ${isOpen ? 'border-l-heather bg-sheet' : 'border-l-transparent hover:bg-sheet'}`}
      style={{ top, height: ROW_HEIGHT }}
    >
      <span className="flex justify-between gap-2">
        <b className="min-w-0 truncate font-semibold">{row.name}</b>
        <span className="whitespace-nowrap">{signedHours(row.payableHours)}</span>
      </span>
      <span className="flex justify-between gap-2 text-fine text-soft">
        <span className="truncate">{days}</span>
        <span className={`whitespace-nowrap ${row.state === 'open' ? 'text-ember' : ''}`}>
          {STATES[row.state]}
        </span>
      </span>
    </button>
  );
});
