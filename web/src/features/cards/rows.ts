import type { CardRow } from '@heath/contract';

export interface ListFilter {
  readonly groupId: number | null;
  readonly toSettleOnly: boolean;
  readonly text: string;
  readonly sort: 'name' | 'hours' | 'to-settle';
}

/** The rows that a filter shows, in its order; rows come in order of name. */
export function visibleRows(
  rows: readonly CardRow[],
  { groupId, toSettleOnly, text, sort }: ListFilter,
): CardRow[] {
  const wanted = text.trim().toLowerCase();
  const visible = rows.filter(
    (row) =>
      (groupId === null || row.groupId === groupId) &&
      (!toSettleOnly || row.toSettle > 0) &&
      (wanted === '' ||
        row.name.toLowerCase().includes(wanted) ||
        row.number.toLowerCase().includes(wanted) ||
        row.department.toLowerCase().includes(wanted)),
  );
  if (sort === 'hours') visible.sort((a, b) => (b.payableHours ?? 0) - (a.payableHours ?? 0));
  if (sort === 'to-settle') visible.sort((a, b) => b.toSettle - a.toSettle);
  return visible;
}
