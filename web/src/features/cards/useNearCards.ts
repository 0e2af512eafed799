import type { CardRow } from '@heath/contract';
import { useCallback, useEffect } from 'react';
import { cardsApi } from '../../api/cards.ts';

/** Whoever walks on at once waits for no more than they must; whoever stays this long will find the next card there. */
const STAYS_MILLISECONDS = 80;
/** What was fetched so long ago is fetched again, as when it is opened. */
export const FRESH_SECONDS = 10;

/**
 * Fetches the cards that one key leads to, while the open one is read: the next, the one before, the next with something to settle.
 *
 * @returns what fetches another card that is about to be opened
 */
export function useNearCards(
  periodId: number,
  rows: readonly CardRow[],
  open: CardRow | undefined,
): (personId: number) => void {
  const prefetch = cardsApi.usePrefetch('card', { ifOlderThan: FRESH_SECONDS });
  const near = useCallback((personId: number) => prefetch({ periodId, personId }), [prefetch, periodId]);
  useEffect(() => {
    const timer = window.setTimeout(() => {
      for (const { personId } of nearTo(rows, open)) near(personId);
    }, STAYS_MILLISECONDS);
    return () => window.clearTimeout(timer);
  }, [rows, open, near]);
  return near;
}

/** Those one key away from an open card. */
export function nearTo(rows: readonly CardRow[], open: CardRow | undefined): CardRow[] {
  const index = rows.findIndex((row) => row.personId === open?.personId);
  const after = rows.slice(index + 1);
  const near = [after[0], rows[index - 1], after.find(({ toSettle }) => toSettle > 0)];
  return [...new Set(near)].filter((row) => row !== undefined);
}
