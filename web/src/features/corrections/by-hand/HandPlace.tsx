import type { CardReply } from '@heath/contract';
import type { Workday } from '@heath/core';
import { Suspense, useState } from 'react';
import { Link } from 'react-router';
import { type Key, useKey } from '../../../ui/screen/keys.ts';
import { lazyPart } from '../../../ui/screen/part.ts';
import { HAND_KEYS, type HandTool, TOOLS } from './keys.ts';
import type { ByHand } from './useByHand.ts';

const HandPanel = lazyPart(async () => (await import('./HandPanel.tsx')).HandPanel);

/**
 * Where a card is corrected by hand. Whoever walks from card to card does not wait for it: it is fetched and drawn once somebody stays, their
 * pointer comes near, or they press one of its keys, which is heard then.
 */
export function HandPlace(props: { hand: ByHand; card: CardReply; day: Workday }) {
  const { may, isNear, onNear, says } = props.hand;
  const [pressed, setPressed] = useState<HandTool | null>(null);
  if (!may)
    return props.card.sealed ? (
      <p className="mb-3 text-note text-soft">
        This period is handed off: what its cards say stays as it was sent.
      </p>
    ) : null;
  const isDrawn = isNear || says !== null;
  // Also while it is being fetched, for whatever reason that began.
  const ahead = TOOLS.map((tool) => (
    <HeardAhead
      key={tool}
      of={HAND_KEYS[tool]}
      onPress={() => {
        setPressed(tool);
        onNear();
      }}
    />
  ));
  return (
    <section aria-label="Correct by hand" className="mb-4 min-h-24 border-b border-rule pb-3">
      {props.card.sealed && (
        <p className="mb-2 text-note text-soft">
          This period is handed off. What is corrected here leaves what was sent as it was; the difference
          comes to{' '}
          <Link className="underline" to="/afterwards">
            Afterwards
          </Link>
          .
        </p>
      )}
      {isDrawn ? (
        <Suspense fallback={ahead}>
          <HandPanel {...props} pressed={pressed} />
        </Suspense>
      ) : (
        ahead
      )}
    </section>
  );
}

function HeardAhead({ of, onPress }: { of: Key; onPress: () => void }) {
  useKey(of, onPress);
  return null;
}
