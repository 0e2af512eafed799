import {
  type ColumnDef,
  type ExpandedState,
  getCoreRowModel,
  getExpandedRowModel,
  getFilteredRowModel,
  getGroupedRowModel,
  getSortedRowModel,
  type Row as Line,
  useReactTable,
} from '@tanstack/react-table';
import { useMemo, useState } from 'react';
import { type Column, inOrder, textOf } from './columns.ts';
import type { Layout } from './kept.ts';

/** A line of a table: a row, or the head of a group of rows. */
export type TableLine<Row> = Line<Row>;

interface Wanted<Row> {
  readonly columns: readonly Column<Row>[];
  readonly rows: readonly Row[];
  readonly idOf: (row: Row) => string;
  readonly filter: string;
  readonly groupBy: string | null;
  readonly sort: Layout['sort'];
}

const definitionOf = <Row>(column: Column<Row>): ColumnDef<Row> => ({
  id: column.id,
  accessorFn: (row) => {
    const value = column.value(row);
    return value === null || value === '' ? undefined : value;
  },
  // Whichever way round: nobody looks for what is not there.
  sortUndefined: 'last',
  sortingFn: (a, b) => inOrder(column.value(a.original), column.value(b.original)),
  getGroupingValue: (row) => textOf(column, row),
});

/** The lines of a table: those rows that the filter finds, in the order and under the groups that are asked for. */
export function useRows<Row>({ columns, rows, idOf, filter, groupBy, sort }: Wanted<Row>): TableLine<Row>[] {
  const [expanded, setExpanded] = useState<ExpandedState>(true);
  const definitions = useMemo(() => columns.map(definitionOf), [columns]);
  const data = useMemo(() => [...rows], [rows]);
  const grouping = useMemo(() => (groupBy === null ? [] : [groupBy]), [groupBy]);
  const sorting = useMemo(() => (sort === null ? [] : [{ id: sort.column, desc: sort.descending }]), [sort]);
  const table = useReactTable<Row>({
    data,
    columns: definitions,
    getRowId: idOf,
    state: { sorting, grouping, expanded, globalFilter: filter.trim().toLowerCase() },
    onExpandedChange: setExpanded,
    autoResetExpanded: false,
    groupedColumnMode: false,
    getColumnCanGlobalFilter: () => true,
    globalFilterFn: (line, columnId, wanted: string) => {
      const column = columns.find(({ id }) => id === columnId);
      return column !== undefined && textOf(column, line.original).toLowerCase().includes(wanted);
    },
    getCoreRowModel: getCoreRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
    getGroupedRowModel: getGroupedRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getExpandedRowModel: getExpandedRowModel(),
  });
  return table.getRowModel().rows;
}
