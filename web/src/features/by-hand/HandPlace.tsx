import type { CardReply } from '@heath/contract';
import type { Workday } from '@heath/core';
import { lazy, Suspense } from 'react';
import type { ByHand } from './useByHand.ts';

const HandPanel = lazy(async () => ({ default: (await import('./HandPanel.tsx')).HandPanel }));

/**
 * Where a card is corrected by hand. Whoever walks from card to card does not wait for it: it is fetched and drawn once somebody stays, or
 * their pointer comes near.
 */
export function HandPlace(props: { hand: ByHand; card: CardReply; day: Workday }) {
  const { may, isNear, says } = props.hand;
  if (!may) return null;
  return (
    <section aria-label="Correct by hand" className="mb-4 min-h-24 border-b border-rule pb-3">
      {(isNear || says !== null) && (
        <Suspense fallback={null}>
          <HandPanel {...props} />
        </Suspense>
      )}
    </section>
  );
}
