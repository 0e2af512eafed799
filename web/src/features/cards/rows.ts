import type { CardRow } from '@heath/contract';

/** Whose cards are shown: everybody's, those with something to settle, those that wait for somebody to stand for them. */
export type Shown = 'all' | 'to-settle' | 'to-approve';

/** Nothing is left to settle, and nobody stands for it as it is. */
export const isToApprove = ({ toSettle, payableHours, approval }: CardRow): boolean =>
  toSettle === 0 && payableHours !== null && approval !== 'approved';

const SHOWS: Readonly<Record<Shown, (row: CardRow) => boolean>> = {
  all: () => true,
  'to-settle': ({ toSettle }) => toSettle > 0,
  'to-approve': isToApprove,
};

/** What an address asks to be shown. */
export const shownIn = (text: string | null): Shown =>
  text === 'to-settle' || text === 'to-approve' ? text : 'all';

export interface ListFilter {
  readonly groupId: number | null;
  readonly show: Shown;
  readonly text: string;
  readonly sort: 'name' | 'hours' | 'to-settle';
}

/** The rows that a filter shows, in its order; rows come in order of name. */
export function visibleRows(rows: readonly CardRow[], { groupId, show, text, sort }: ListFilter): CardRow[] {
  const wanted = text.trim().toLowerCase();
  const visible = rows.filter(
    (row) =>
      (groupId === null || row.groupId === groupId) &&
      SHOWS[show](row) &&
      (wanted === '' ||
        row.name.toLowerCase().includes(wanted) ||
        row.number.toLowerCase().includes(wanted) ||
        row.department.toLowerCase().includes(wanted)),
  );
  if (sort === 'hours') visible.sort((a, b) => (b.payableHours ?? 0) - (a.payableHours ?? 0));
  if (sort === 'to-settle') visible.sort((a, b) => b.toSettle - a.toSettle);
  return visible;
}
