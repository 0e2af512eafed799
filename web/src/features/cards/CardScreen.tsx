import type { CardRow, PeriodSummary } from '@heath/contract';
import { useCallback, useMemo, useState } from 'react';
import { useMay } from '../../api/useMay.ts';
import { Empty } from '../../ui/notices/Empty.tsx';
import { say } from '../../ui/notices/notices.ts';
import { useKey } from '../../ui/screen/keys.ts';
import { useAddress } from '../../ui/screen/useAddress.ts';
import { useApproving } from '../approvals/index.ts';
import { ApproveMany } from './ApproveMany.tsx';
import { CardView } from './CardView.tsx';
import { CARD_KEYS } from './keys.ts';
import { PeopleList } from './PeopleList.tsx';
import { isToApprove, type ListFilter, shownIn, visibleRows } from './rows.ts';
import { useNearCards } from './useNearCards.ts';

/** The filter that stands in an address. */
function filterIn(query: URLSearchParams): ListFilter {
  const group = query.get('group');
  const sort = query.get('sort');
  return {
    groupId: group === null ? null : Number(group),
    show: shownIn(query.get('show')),
    text: query.get('find') ?? '',
    sort: sort === 'hours' || sort === 'to-settle' ? sort : 'name',
  };
}

/** In the address where nobody is picked since nobody matches the filter. */
const NOBODY = 'nobody';

/** The list, the card, its reasons. What is picked stands in the address. */
export function CardScreen({ period, rows }: { period: PeriodSummary; rows: readonly CardRow[] }) {
  const { query, go } = useAddress();
  const filter = filterIn(query);
  const { groupId } = filter;
  const { groupId: g, show, text, sort } = filter;
  const visible = useMemo(
    () => visibleRows(rows, { groupId: g, show, text, sort }),
    [rows, g, show, text, sort],
  );
  const pickedId = Number(query.get('person'));
  // Who is shown stays shown when the filter no longer holds: settling a card must not move on to another.
  const [shownId, setShownId] = useState<number | null>(null);
  const inGroup = (row: CardRow) => groupId === null || row.groupId === groupId;
  const picked =
    query.get('person') === NOBODY
      ? visible[0]
      : (rows.find((row) => row.personId === pickedId) ??
        rows.find((row) => row.personId === shownId && inGroup(row)) ??
        visible[0]);
  if (picked !== undefined && picked.personId !== shownId) setShownId(picked.personId);

  const pick = useCallback((personId: number) => go({ person: String(personId), why: null }), [go]);
  const near = useNearCards(period.id, visible, picked);
  const step = (by: number) => {
    const index = visible.findIndex((row) => row.personId === picked?.personId);
    const next = visible[Math.min(Math.max(index + by, 0), visible.length - 1)];
    if (next !== undefined) pick(next.personId);
  };
  /** Whoever asks for other people gets one of them: who was open stays only while they are in the list. */
  const filterBy = (changes: Record<string, string | null>) => {
    const next = new URLSearchParams(query);
    for (const [name, value] of Object.entries(changes)) {
      if (value === null) next.delete(name);
      else next.set(name, value);
    }
    const then = visibleRows(rows, filterIn(next));
    const stays = then.some((row) => row.personId === picked?.personId);
    const person = then[0] === undefined ? NOBODY : String(then[0].personId);
    go(stays ? changes : { ...changes, person, day: null, why: null }, true);
  };
  useKey(CARD_KEYS.next, () => step(1));
  useKey(CARD_KEYS.before, () => step(-1));
  const approving = useApproving(period.id);
  const may = useMay('approve');
  const [isApprovingMany, setApprovingMany] = useState(false);
  useKey(CARD_KEYS.approveClean, () => {
    if (!may || approving.isBusy || period.sealed) return;
    if (visible.some(isToApprove)) setApprovingMany(true);
    else say('Nobody in the list is left to approve.');
  });
  useKey(CARD_KEYS.nextOpen, () => {
    const start = visible.findIndex((row) => row.personId === picked?.personId);
    const next = [...visible.slice(start + 1), ...visible.slice(0, start + 1)].find(
      (row) => row.toSettle > 0,
    );
    if (next !== undefined) go({ person: String(next.personId), day: null, why: null });
  });

  return (
    <div className="grid min-h-0 flex-1 grid-cols-[var(--spacing-list)_minmax(0,1fr)]">
      <PeopleList
        periodId={period.id}
        rows={visible}
        all={rows}
        filter={filter}
        pickedId={picked?.personId ?? null}
        onPick={pick}
        onNear={near}
        onFilter={filterBy}
      />
      {isApprovingMany ? (
        <ApproveMany
          periodId={period.id}
          rows={visible.filter(isToApprove)}
          approving={approving}
          onClose={() => setApprovingMany(false)}
        />
      ) : picked === undefined ? (
        <Empty title={rows.length === 0 ? 'Nobody in this period' : 'Nobody matches'}>
          {rows.length === 0
            ? 'Cards appear when people are paid in this period.'
            : 'Change the filter on the left, or pick another group above.'}
        </Empty>
      ) : (
        <CardView periodId={period.id} row={picked} />
      )}
    </div>
  );
}
