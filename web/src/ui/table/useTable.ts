import { type KeyboardEvent, type MouseEvent, useId, useMemo, useRef, useState } from 'react';
import { say } from '../notices/notices.ts';
import { useLongRows } from '../screen/useLongRows.ts';
import type { Column } from './columns.ts';
import { inLayoutOrder, useLayout } from './kept.ts';
import { keepOnly, NOTHING_PICKED, type Pick, pick } from './picking.ts';
import type { TableProps } from './props.ts';
import { asked } from './table-keys.ts';
import { asTabs } from './take-out.ts';
import { useRows } from './useRows.ts';

export const ROW_HEIGHT = 32;
/** So many are drawn at once; more are drawn as they come into sight. */
const FEW_ROWS = 100;

/** The columns that there are in somebody's order, and those of them that are shown. */
function useColumns<Row>(tableId: string, columns: readonly Column<Row>[]) {
  const [layout, change] = useLayout(tableId);
  const all = useMemo(() => inLayoutOrder(columns, layout.order), [columns, layout.order]);
  const shown = useMemo(() => all.filter(({ id }) => !layout.hidden.includes(id)), [all, layout.hidden]);
  return { layout, change, all, shown };
}

/** Which lines are drawn: all, or of many those in sight. */
function useDrawn(count: number, scrolls: boolean) {
  const scroller = useRef<HTMLDivElement>(null);
  const isVirtual = scrolls && count > FEW_ROWS;
  const virtual = useLongRows({ count, scroller, heightOf: () => ROW_HEIGHT, spare: 16, enabled: isVirtual });
  const drawn = isVirtual
    ? virtual.getVirtualItems().map(({ index }) => index)
    : Array.from({ length: count }, (_, i) => i);
  const showLine = (index: number, domId: string) => {
    if (isVirtual) virtual.scrollToIndex(index, { align: 'auto' });
    else document.getElementById(domId)?.scrollIntoView({ block: 'nearest' });
  };
  return { scroller, isVirtual, drawn, height: virtual.getTotalSize(), showLine };
}

/** All that a table knows: its columns, its lines, what is picked, and what keys and clicks do. */
export function useTable<Row>(props: TableProps<Row>) {
  const { columns, rows, idOf, filter = '', groupBy = null, onPicked, onOpen } = props;
  const own = useColumns(props.id, columns);
  const lines = useRows({ columns, rows, idOf, filter, groupBy, sort: own.layout.sort });
  const found = useMemo(
    () => lines.filter((line) => !line.getIsGrouped()).map(({ original }) => original),
    [lines],
  );
  const ids = useMemo(() => found.map(idOf), [found, idOf]);
  const indexOf = useMemo(() => new Map(ids.map((id, i) => [id, i])), [ids]);
  const drawing = useDrawn(lines.length, props.height === 'around');
  const [kept, setPicking] = useState(NOTHING_PICKED);
  const picking = keepOnly(kept, ids);
  const prefix = useId();
  const domIdOf = (id: string | undefined) => `${prefix}-${id}`;
  const picks = onPicked !== undefined;

  const act = (what: Pick) => {
    const next = pick(picking, ids, what);
    setPicking(next);
    const active = ids[next.active];
    drawing.showLine(
      lines.findIndex(({ id }) => id === active),
      domIdOf(active),
    );
    if (next.picked !== picking.picked) onPicked?.(found.filter((row) => next.picked.has(idOf(row))));
  };
  const copy = () => {
    const taken = picking.picked.size === 0 ? found : found.filter((row) => picking.picked.has(idOf(row)));
    void navigator.clipboard.writeText(asTabs(own.shown, taken));
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
  const indexOfLine = (id: string): number => indexOf.get(id) ?? 0;
  return { ...own, ...drawing, lines, found, ids, picking, picks, domIdOf, indexOfLine, act, press, click };
}

export type TableState<Row> = ReturnType<typeof useTable<Row>>;
