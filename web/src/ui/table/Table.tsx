import { useState } from 'react';
import { BareCheckbox } from '../controls/Checkbox.tsx';
import { leastWidthOf, tracksOf } from './columns.ts';
import { ColumnName, GroupLine, RowLine, Sums } from './parts.tsx';
import type { TableProps } from './props.ts';
import { TableMenu } from './TableMenu.tsx';
import { ROW_HEIGHT, type TableState, useTable } from './useTable.ts';

/**
 * Rows in columns, however many: sorted by a click on a name; columns are chosen and ordered by a menu, and taken elsewhere as they are shown. `↑ ↓`
 * go from row to row, with Shift they pick; Space picks one, Ctrl A all, Ctrl C copies what is picked, or everything.
 */
export function Table<Row>(props: TableProps<Row>) {
  const { name, height, empty } = props;
  const table = useTable(props);
  const { scroller, lines, found, ids, picking, picks, shown, all, layout } = table;
  /** The column that somebody sorted by last is the one that the menu moves. */
  const [touched, setTouched] = useState<string | null>(null);
  const columns = { gridTemplateColumns: (picks ? 'calc(var(--spacing) * 7) ' : '') + tracksOf(shown) };
  const wide = { minWidth: leastWidthOf(shown, picks) };
  const isAround = height === 'around';
  return (
    <div className={`relative flex min-w-0 flex-col ${isAround ? 'min-h-0 flex-1' : ''}`}>
      <div
        ref={scroller}
        role="grid"
        aria-label={name}
        aria-rowcount={lines.length + 1}
        aria-multiselectable={picks}
        aria-activedescendant={ids.length === 0 ? undefined : table.domIdOf(ids[picking.active])}
        tabIndex={0}
        onKeyDown={table.press}
        className={`group/table ${isAround ? 'min-h-0 flex-1 overflow-auto' : 'overflow-x-auto'}`}
      >
        <div role="rowgroup" className="sticky top-0 z-10 border-b-2 border-ink bg-paper" style={wide}>
          <Names table={table} style={columns} onTouch={setTouched} />
        </div>
        <div
          role="rowgroup"
          className="relative"
          style={table.isVirtual ? { ...wide, height: table.height } : wide}
        >
          <Lines table={table} style={columns} {...props} />
          {lines.length === 0 && (
            <div role="row" tabIndex={-1}>
              <div role="gridcell" tabIndex={-1} className="px-2 py-4 text-soft">
                {empty}
              </div>
            </div>
          )}
        </div>
        {lines.length > 0 && shown.some(({ sum }) => sum !== undefined) && (
          <Sums columns={shown} rows={found} style={columns} wide={wide} picks={picks} />
        )}
      </div>
      {/* What is scrolled below it is covered, and not mixed with it. */}
      <div className="absolute right-0 top-0 z-20 bg-paper">
        <TableMenu
          name={name}
          all={all}
          shown={shown}
          rows={found}
          active={all.find(({ id }) => id === touched)}
          layout={layout}
          onLayout={table.change}
        />
      </div>
    </div>
  );
}

interface Drawn<Row> {
  readonly table: TableState<Row>;
  /** Its columns, as the grid has them. */
  readonly style: { readonly gridTemplateColumns: string };
}

function Names<Row>({ table, style, onTouch }: Drawn<Row> & { onTouch: (column: string) => void }) {
  const { picks, picking, ids, shown, layout, act, change } = table;
  const isAll = picking.picked.size === ids.length && ids.length > 0;
  const { sort } = layout;
  return (
    <div role="row" aria-rowindex={1} className="grid pr-7" style={style}>
      {picks && (
        <span role="columnheader" className="grid place-items-center">
          <BareCheckbox
            label="Pick all"
            checked={isAll || (picking.picked.size > 0 && 'some')}
            onChange={(on) => act(on ? { all: true } : { none: true })}
          />
        </span>
      )}
      {shown.map((column) => (
        <ColumnName
          key={column.id}
          column={column}
          sorted={sort?.column !== column.id ? null : sort.descending ? 'down' : 'up'}
          onSort={(next) => {
            onTouch(column.id);
            change({ sort: next === null ? null : { column: column.id, descending: next === 'down' } });
          }}
        />
      ))}
    </div>
  );
}

function Lines<Row>({
  table,
  style,
  onOpen,
  isAlarming,
}: Drawn<Row> & Pick<TableProps<Row>, 'onOpen' | 'isAlarming'>) {
  const { lines, drawn, isVirtual, shown, picks, picking } = table;
  return drawn.map((index) => {
    const line = lines[index];
    if (line === undefined) return null;
    const place = { ...style, height: ROW_HEIGHT, ...(isVirtual ? { top: index * ROW_HEIGHT } : {}) };
    const at = isVirtual ? 'absolute inset-x-0' : '';
    const common = { line, columns: shown, index, style: place, picks };
    if (line.getIsGrouped()) return <GroupLine key={line.id} {...common} className={at} />;
    const row = line.original;
    const rowIndex = table.indexOfLine(line.id);
    const isPicked = picking.picked.has(line.id);
    const ground = isPicked
      ? 'bg-heather-wash'
      : isAlarming?.(row) === true
        ? 'bg-ember-wash'
        : 'hover:bg-sheet';
    const active = rowIndex === picking.active ? 'group-focus-visible/table:picked-row' : '';
    return (
      <RowLine
        key={line.id}
        {...common}
        id={table.domIdOf(line.id)}
        isPicked={isPicked}
        onToggle={() => table.act({ toggle: rowIndex })}
        onClick={(event) => table.click(event, rowIndex)}
        onOpen={() => onOpen?.(row)}
        className={`${at} ${ground} ${active}`}
      />
    );
  });
}
