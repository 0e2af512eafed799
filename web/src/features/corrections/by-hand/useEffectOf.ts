import type { CardInputReply } from '@heath/contract';
import { useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { effectOf, prepare } from '../../../computing/computing.ts';
import type { Effect } from '../../../computing/effect.ts';
import type { Says } from './draft.ts';

/** What is asked for: a correction of a card, with dates as its site has them. */
interface Asked {
  readonly of: CardInputReply;
  readonly says: Says;
  readonly zone: string;
  /** Drawn together with what is computed of it. */
  readonly onKnown?: () => void;
}

/**
 * What a correction would make of a card, computed beside the screen. While one is computed only the latest of those that come is kept: a
 * hand moves faster than it matters. The effect is null while it is not known yet; what was known of the same card stays until then.
 *
 * `follow` asks for what a hand does at that moment: it is drawn once, with its effect, instead of once before and once after.
 */
export function useEffectOf(of: CardInputReply | undefined, says: Says | null, zone: string) {
  const [known, setKnown] = useState<(Asked & { readonly effect: Effect }) | null>(null);
  const wanted = useRef<Asked | null>(null);
  const isBusy = useRef(false);
  useEffect(() => {
    if (of === undefined) return;
    // Where it cannot be had, nothing is shown of an effect; the server says what it is when the correction is kept.
    void prepare(of).catch(() => {});
  }, [of]);
  const ask = useCallback(async (first: Asked | null) => {
    wanted.current = first;
    if (isBusy.current) return;
    isBusy.current = true;
    try {
      for (let asked = wanted.current; asked !== null; ) {
        const { of: card, says: what, zone: where, onKnown } = asked;
        const effect = await effectOf(card, what, where);
        if (effect !== null && wanted.current?.of === card) {
          const found = { of: card, says: what, zone: where, effect };
          // A hand sees it with the move that asked for it, not when there is time.
          if (onKnown === undefined) setKnown(found);
          else
            flushSync(() => {
              setKnown(found);
              onKnown();
            });
        }
        asked = wanted.current === asked ? null : wanted.current;
      }
    } catch {
      // See above.
      wanted.current?.onKnown?.();
    } finally {
      isBusy.current = false;
    }
  }, []);
  const isKnown = known !== null && known.of === of && known.says === says && known.zone === zone;
  // Asked for as soon as it is drawn, not once there is time: a hand waits for it.
  useLayoutEffect(() => {
    if (!isKnown) void ask(of === undefined || says === null ? null : { of, says, zone });
  }, [ask, of, says, zone, isKnown]);
  useEffect(
    () => () => {
      wanted.current = null;
    },
    [],
  );
  const follow = useCallback(
    (next: Says, onKnown: () => void) => {
      if (of === undefined) onKnown();
      else void ask({ of, says: next, zone, onKnown });
    },
    [ask, of, zone],
  );
  return { effect: known !== null && known.of === of && says !== null ? known.effect : null, follow };
}
