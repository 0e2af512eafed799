import type { Layout, LayoutColumn } from '@heath/core';
import { Plus } from 'lucide-react';
import { useId, useState } from 'react';
import { Menu, MenuItem } from '../../ui/controls/Menu.tsx';
import { Sortable, useSorted } from '../../ui/controls/Sortable.tsx';
import { columnWords, kindsFor, newColumn } from './draft.ts';
import type { ColumnPlace } from './place.ts';

/** The columns of a file, or of a record around its lines: in order, put elsewhere by dragging or by keys, opened by a click. */
export function ColumnChips({
  part,
  name,
  says,
  open,
  isFixed,
  onOpen,
  onChange,
}: {
  part: ColumnPlace['part'];
  name: string;
  says: Layout;
  open: ColumnPlace | null;
  isFixed: boolean;
  onOpen: (place: ColumnPlace) => void;
  onChange: (part: ColumnPlace['part'], columns: readonly LayoutColumn[]) => void;
}) {
  const columns: readonly LayoutColumn[] = says[part] ?? [];
  const ids = useIds(columns.length);
  if (isFixed && columns.length === 0) return null;
  return (
    <section
      aria-label={name}
      className={`mb-2 ${part === 'columns' ? '' : 'grid grid-cols-[calc(var(--spacing)*26)_minmax(0,1fr)] items-center'}`}
    >
      {part !== 'columns' && <h2 className="font-sans text-note font-normal text-soft">{name}</h2>}
      <Sortable
        isAcross
        ids={ids}
        onOrder={(order) => {
          const from = ids.findIndex((id, i) => order[i] !== id);
          onChange(
            part,
            order.flatMap((id) => columns[ids.indexOf(id)] ?? []),
          );
          if (from >= 0) onOpen({ part, index: from });
        }}
      >
        <ol className="flex flex-wrap gap-1.5">
          {columns.map((column, index) => (
            <Chip
              key={ids[index]}
              id={ids[index] ?? ''}
              column={column}
              isOpen={open?.part === part && open.index === index}
              isFixed={isFixed}
              onOpen={() => onOpen({ part, index })}
            />
          ))}
          {!isFixed && (
            <li>
              <Menu
                trigger={
                  <button
                    type="button"
                    className="flex h-full items-center gap-1 rounded-control border border-dashed border-dash px-2.5 py-1 text-note text-soft hover:border-heather"
                  >
                    <Plus size={13} aria-hidden="true" />
                    {columns.length === 0 ? 'add a record' : part === 'columns' ? 'add a column' : 'add'}
                  </button>
                }
              >
                <div className="max-h-80 overflow-y-auto">
                  {kindsFor(part).map((kind) => (
                    <MenuItem
                      key={kind.name}
                      onSelect={() => {
                        onChange(part, [...columns, newColumn(kind.name as LayoutColumn['holds'])]);
                        onOpen({ part, index: columns.length });
                      }}
                    >
                      {kind.label}
                    </MenuItem>
                  ))}
                </div>
              </Menu>
            </li>
          )}
        </ol>
      </Sortable>
    </section>
  );
}

/** A name for each place: what is dragged is put elsewhere, the places stay. */
function useIds(count: number): string[] {
  const base = useId();
  const [ids, setIds] = useState<string[]>([]);
  if (ids.length >= count) return ids.slice(0, count);
  const more = Array.from({ length: count }, (_, i) => `${base}-${i}`);
  setIds(more);
  return more;
}

function Chip({
  id,
  column,
  isOpen,
  isFixed,
  onOpen,
}: {
  id: string;
  column: LayoutColumn;
  isOpen: boolean;
  isFixed: boolean;
  onOpen: () => void;
}) {
  const { ref, style, handle } = useSorted(id, column.heading || columnWords(column), isFixed);
  return (
    <li
      ref={ref}
      style={style}
      className={`flex items-start gap-1 rounded-control border bg-sheet px-2 py-1 ${isOpen ? 'border-heather' : 'border-rule hover:border-heather'}`}
    >
      <span className="-ml-1">{handle}</span>
      <button type="button" onClick={onOpen} aria-current={isOpen} className="text-left">
        <b className="block text-note font-semibold">{column.heading || '—'}</b>
        <span className="block text-fine text-soft">{columnWords(column)}</span>
      </button>
    </li>
  );
}
