import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, type MouseEvent, useId, useMemo, useRef, useState } from 'react';
import { BareCheckbox } from '../Checkbox.tsx';
import { say } from '../notices.ts';
import { type Column, leastWidthOf, tracksOf } from './columns.ts';
import { inLayoutOrder, useLayout } from './kept.ts';
import { ColumnName, GroupLine, RowLine, Sums } from './parts.tsx';
import { keepOnly, NOTHING_PICKED, type Pick, pick } from './picking.ts';
import { TableMenu } from './TableMenu.tsx';
import { asked } from './table-keys.ts';
import { asTabs } from './take-out.ts';
import { useRows } from './useRows.ts';

const ROW_HEIGHT = 32;
const FEW_ROWS = 100;

export interface TableProps<Row> {
  /** By which somebody's choice of columns is kept. */
  readonly id: string;
  readonly name: string;
  readonly columns: readonly Column<Row>[];
  readonly rows: readonly Row[];
  readonly idOf: (row: Row) => string;
  /** Rows with this in one of their texts are shown. */
  readonly filter?: string;
  /** Rows gather under the texts of this column; they do not where it is null. */
  readonly groupBy?: string | null;
  /** What Enter and a double click do. */
  readonly onOpen?: (row: Row) => void;
  /** Where it is given, rows can be picked. */
  readonly onPicked?: (rows: readonly Row[]) => void;
  readonly isAlarming?: (row: Row) => boolean;
  /** As high as what is around it and scrolling by itself, or as high as its rows, which then should be few. */
  readonly height: 'around' | 'rows';
  /** What stands where there are no rows. */
  readonly empty: string;
}

/**
 * Rows in columns, however many: sorted by a click on a name; columns are chosen and ordered by a menu, and taken elsewhere as they are shown. `↑ ↓`
 * go from row to row, with Shift they pick; Space picks one, Ctrl A all, Ctrl C copies what is picked, or everything.
 */
export function Table<Row>(props: TableProps<Row>) {
  const { id, name, columns, rows, idOf, onPicked, onOpen, height } = props;
  const [layout, setLayout] = useLayout(id);
  const [touched, setTouched] = useState<string | null>(null);
  const all = useMemo(() => inLayoutOrder(columns, layout.order), [columns, layout.order]);
  const shown = useMemo(
    () => all.filter((column) => !layout.hidden.includes(column.id)),
    [all, layout.hidden],
  );
  const { filter = '', groupBy = null } = props;
  const lines = useRows({ columns, rows, idOf, filter, groupBy, sort: layout.sort });
  const found = useMemo(
    () => lines.filter((line) => !line.getIsGrouped()).map(({ original }) => original),
    [lines],
  );
  const ids = useMemo(() => found.map(idOf), [found, idOf]);
  const scroller = useRef<HTMLDivElement>(null);
  const isVirtual = height === 'around' && lines.length > FEW_ROWS;
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 16,
    enabled: isVirtual,
  });
  const [kept, setPicking] = useState(NOTHING_PICKED);
  const picking = keepOnly(kept, ids);
  const domId = useId();
  const picks = onPicked !== undefined;

  const act = (what: Pick) => {
    const next = pick(picking, ids, what);
    setPicking(next);
    const active = lines.findIndex((line) => line.id === ids[next.active]);
    if (isVirtual) virtual.scrollToIndex(active, { align: 'auto' });
    else document.getElementById(`${domId}-${ids[next.active]}`)?.scrollIntoView({ block: 'nearest' });
    if (next.picked !== picking.picked) onPicked?.(found.filter((row) => next.picked.has(idOf(row))));
  };
  const copy = () => {
    const taken = picking.picked.size === 0 ? found : found.filter((row) => picking.picked.has(idOf(row)));
    void navigator.clipboard.writeText(asTabs(shown, taken));
    say(`${taken.length.toLocaleString('en')} ${taken.length === 1 ? 'row' : 'rows'} copied.`);
  };
  const press = (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget) return;
    const what = asked(event, picking.active, ids.length, picks);
    if (what === null) return;
    event.preventDefault();
    // Keys of the screen would hear it too.
    event.stopPropagation();
    const row = found[picking.active];
    if (what === 'copy') copy();
    else if (what !== 'open') act(what);
    else if (row !== undefined) onOpen?.(row);
  };
  const click = (event: MouseEvent, index: number) => {
    const isMany = picks && (event.ctrlKey || event.metaKey);
    act(isMany ? { toggle: index } : { to: index, range: picks && event.shiftKey });
  };

  const style = { gridTemplateColumns: (picks ? 'calc(var(--spacing) * 7) ' : '') + tracksOf(shown) };
  const wide = { minWidth: leastWidthOf(shown) };
  const drawn = isVirtual ? virtual.getVirtualItems().map(({ index }) => index) : lines.map((_, i) => i);
  const indexOf = useMemo(() => new Map(ids.map((one, i) => [one, i])), [ids]);
  return (
    <div className={`relative flex min-w-0 flex-col ${height === 'around' ? 'min-h-0 flex-1' : ''}`}>
      <div
        ref={scroller}
        role="grid"
        aria-label={name}
        aria-rowcount={lines.length + 1}
        aria-multiselectable={picks}
        aria-activedescendant={ids.length === 0 ? undefined : `${domId}-${ids[picking.active]}`}
        tabIndex={0}
        onKeyDown={press}
        className={`group/table ${height === 'around' ? 'min-h-0 flex-1 overflow-auto' : 'overflow-x-auto'}`}
      >
        <div role="rowgroup" className="sticky top-0 z-10 border-b-2 border-ink bg-paper" style={wide}>
          <div role="row" aria-rowindex={1} className="grid pr-7" style={style}>
            {picks && (
              <span role="columnheader" className="grid place-items-center">
                <BareCheckbox
                  label="Pick all"
                  checked={
                    picking.picked.size === ids.length && ids.length > 0
                      ? true
                      : picking.picked.size > 0 && 'some'
                  }
                  onChange={(on) => act(on ? { all: true } : { none: true })}
                />
              </span>
            )}
            {shown.map((column) => (
              <ColumnName
                key={column.id}
                column={column}
                sorted={layout.sort?.column !== column.id ? null : layout.sort.descending ? 'down' : 'up'}
                onSort={(next) => {
                  setTouched(column.id);
                  setLayout({
                    sort: next === null ? null : { column: column.id, descending: next === 'down' },
                  });
                }}
              />
            ))}
          </div>
        </div>
        <div
          role="rowgroup"
          className="relative"
          style={isVirtual ? { ...wide, height: virtual.getTotalSize() } : wide}
        >
          {drawn.map((index) => {
            const line = lines[index];
            if (line === undefined) return null;
            const place = { ...style, height: ROW_HEIGHT, ...(isVirtual ? { top: index * ROW_HEIGHT } : {}) };
            const at = isVirtual ? 'absolute inset-x-0' : '';
            const common = { line, columns: shown, index, style: place, picks };
            if (line.getIsGrouped()) return <GroupLine key={line.id} {...common} className={at} />;
            const isPicked = picking.picked.has(line.id);
            const rowIndex = indexOf.get(line.id) ?? 0;
            return (
              <RowLine
                key={line.id}
                {...common}
                id={`${domId}-${line.id}`}
                isPicked={isPicked}
                onToggle={() => act({ toggle: rowIndex })}
                onClick={(event) => click(event, rowIndex)}
                onOpen={() => onOpen?.(line.original)}
                className={`${at} ${isPicked ? 'bg-heather-wash' : props.isAlarming?.(line.original) === true ? 'bg-ember-wash' : 'hover:bg-sheet'} ${rowIndex === picking.active ? 'group-focus-visible/table:picked-row' : ''}`}
              />
            );
          })}
          {lines.length === 0 && <p className="px-2 py-4 text-soft">{props.empty}</p>}
        </div>
        {lines.length > 0 && shown.some(({ sum }) => sum !== undefined) && (
          <Sums columns={shown} rows={found} style={style} wide={wide} picks={picks} />
        )}
      </div>
      <div className="absolute right-0 top-0 z-20">
        <TableMenu
          name={name}
          all={all}
          shown={shown}
          rows={found}
          active={all.find((column) => column.id === touched)}
          layout={layout}
          onLayout={setLayout}
        />
      </div>
    </div>
  );
}
