import { ArrowDown, ArrowUp, ChevronDown, ChevronRight } from 'lucide-react';
import type { CSSProperties, MouseEvent } from 'react';
import { BareCheckbox } from '../controls/Checkbox.tsx';
import { type Column, textOf } from './columns.ts';
import type { TableLine } from './useRows.ts';

const cell = (isFigure: boolean | undefined): string =>
  `min-w-0 truncate px-2 ${isFigure === true ? 'text-right' : ''}`;

/** The name of a column: a click sorts by it, then the other way round, then not at all. */
export function ColumnName<Row>({
  column: { name, isFigure },
  sorted,
  onSort,
}: {
  column: Column<Row>;
  sorted: 'up' | 'down' | null;
  onSort: (next: 'up' | 'down' | null) => void;
}) {
  const next = sorted === null ? 'up' : sorted === 'up' ? 'down' : null;
  return (
    <span
      role="columnheader"
      aria-sort={sorted === null ? 'none' : sorted === 'up' ? 'ascending' : 'descending'}
      className="min-w-0 px-2 py-1 text-fine text-soft"
    >
      <button
        type="button"
        onClick={() => onSort(next)}
        className={`flex w-full items-center gap-1 hover:text-heather ${isFigure === true ? 'justify-end' : ''}`}
      >
        <span className="truncate">{name}</span>
        {sorted === 'up' && <ArrowUp size={12} aria-hidden="true" className="shrink-0" />}
        {sorted === 'down' && <ArrowDown size={12} aria-hidden="true" className="shrink-0" />}
      </button>
    </span>
  );
}

interface LineProps<Row> {
  readonly line: TableLine<Row>;
  readonly columns: readonly Column<Row>[];
  readonly index: number;
  /** Where it lies, and its columns. */
  readonly style: CSSProperties;
  readonly className: string;
  readonly picks: boolean;
}

/** The head of a group: its name, how many rows are in it, and their sums; a click folds them away. */
export function GroupLine<Row>({ line, columns, index, style, className, picks }: LineProps<Row>) {
  const rows = line.getLeafRows().map(({ original }) => original);
  const isOpen = line.getIsExpanded();
  const Fold = isOpen ? ChevronDown : ChevronRight;
  return (
    <div
      role="row"
      aria-rowindex={index + 2}
      aria-expanded={isOpen}
      style={style}
      className={`grid items-center border-b border-rule bg-faint pr-7 font-semibold ${className}`}
    >
      {picks && <span role="gridcell" />}
      {columns.map((column, i) => (
        <span role="gridcell" key={column.id} className={cell(column.isFigure)}>
          {i === 0 ? (
            <button
              type="button"
              onClick={line.getToggleExpandedHandler()}
              className="flex items-center gap-1 whitespace-nowrap"
            >
              <Fold size={14} aria-hidden="true" />
              {String(line.groupingValue)}
              <span className="font-normal text-soft">{rows.length.toLocaleString('en')}</span>
            </button>
          ) : (
            column.sum?.(rows)
          )}
        </span>
      ))}
    </div>
  );
}

/** A row, with a box to pick it where rows can be picked. */
export function RowLine<Row>({
  line,
  columns,
  index,
  style,
  className,
  picks,
  id,
  isPicked,
  onToggle,
  onClick,
  onOpen,
}: LineProps<Row> & {
  id: string;
  isPicked: boolean;
  onToggle: () => void;
  onClick: (event: MouseEvent) => void;
  onOpen: () => void;
}) {
  const row = line.original;
  const [first] = columns;
  return (
    <div
      role="row"
      id={id}
      aria-rowindex={index + 2}
      aria-selected={picks ? isPicked : undefined}
      onClick={onClick}
      onDoubleClick={onOpen}
      style={style}
      className={`grid items-center border-b border-faint pr-7 ${className}`}
    >
      {picks && (
        <span role="gridcell" className="grid place-items-center">
          <BareCheckbox
            label={`Pick ${first === undefined ? 'the row' : textOf(first, row)}`}
            checked={isPicked}
            onChange={onToggle}
          />
        </span>
      )}
      {columns.map((column) => (
        <span role="gridcell" key={column.id} className={cell(column.isFigure)}>
          {column.show === undefined ? textOf(column, row) : column.show(row)}
        </span>
      ))}
    </div>
  );
}

/** What the columns add up to. */
export function Sums<Row>({
  columns,
  rows,
  style,
  wide,
  picks,
}: {
  columns: readonly Column<Row>[];
  rows: readonly Row[];
  style: CSSProperties;
  wide: CSSProperties;
  picks: boolean;
}) {
  return (
    <div
      role="rowgroup"
      className="sticky bottom-0 border-t-2 border-ink bg-paper font-semibold"
      style={wide}
    >
      <div role="row" className="grid items-start py-1.5 pr-7" style={style}>
        {picks && <span role="gridcell" />}
        {columns.map((column) => (
          <span
            role="gridcell"
            key={column.id}
            className={`min-w-0 px-2 ${column.isFigure === true ? 'text-right' : ''}`}
          >
            {column.sum?.(rows)}
          </span>
        ))}
      </div>
    </div>
  );
}
