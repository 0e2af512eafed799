import { useEffect } from 'react';
import { cardsApi } from '../../api/cards.ts';
import { exceptionsApi, type OpenException } from '../../api/exceptions.ts';

/** Whoever settles at once waits for no more than they must; whoever stays this long finds the next there. */
const STAYS_MILLISECONDS = 80;
const FRESH_SECONDS = 30;

/** Fetches what the next exception opens with, while the open one is looked at. */
export function useNearException(periodId: number, next: OpenException | undefined): void {
  const card = cardsApi.usePrefetch('card', { ifOlderThan: FRESH_SECONDS });
  const evidence = exceptionsApi.usePrefetch('evidence', { ifOlderThan: FRESH_SECONDS });
  const personId = next?.who.personId;
  const exception = next?.key;
  useEffect(() => {
    if (personId === undefined || exception === undefined) return;
    const timer = window.setTimeout(() => {
      card({ periodId, personId });
      evidence({ periodId, personId, exception });
    }, STAYS_MILLISECONDS);
    return () => window.clearTimeout(timer);
  }, [periodId, personId, exception, card, evidence]);
}
