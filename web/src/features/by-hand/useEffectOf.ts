import type { CardInputReply } from '@heath/contract';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { computing } from '../../computing/computing.ts';
import type { Effect } from '../../computing/effect.ts';
import type { Says } from './draft.ts';

/** What is asked for: a correction of a card, with dates as its site has them. */
interface Asked {
  readonly of: CardInputReply;
  readonly says: Says;
  readonly zone: string;
}

/**
 * What a correction would make of a card, computed beside the screen. While one is computed only the latest of those that come is kept: a
 * hand moves faster than it matters. Null while it is not known yet; what was known of the same card stays until then.
 */
export function useEffectOf(of: CardInputReply | undefined, says: Says | null, zone: string): Effect | null {
  const [known, setKnown] = useState<(Asked & { readonly effect: Effect }) | null>(null);
  const wanted = useRef<Asked | null>(null);
  const isBusy = useRef(false);
  useEffect(() => {
    if (of === undefined) return;
    // Where it cannot be had, nothing is shown of an effect; the server says what it is when the correction is kept.
    void computing()
      .then((core) => core.load(of))
      .catch(() => {});
  }, [of]);
  // Asked for as soon as it is drawn, not once there is time: a hand waits for it.
  useLayoutEffect(() => {
    wanted.current = of === undefined || says === null ? null : { of, says, zone };
    if (isBusy.current) return;
    const ask = async () => {
      isBusy.current = true;
      try {
        const core = await computing();
        for (let asked = wanted.current; asked !== null; ) {
          const effect = await core.effectOf(asked.says, asked.zone);
          if (effect !== null && wanted.current?.of === asked.of) setKnown({ ...asked, effect });
          asked = wanted.current === asked ? null : wanted.current;
        }
      } catch {
        // See above.
      } finally {
        isBusy.current = false;
      }
    };
    void ask();
  }, [of, says, zone]);
  useEffect(
    () => () => {
      wanted.current = null;
    },
    [],
  );
  return known !== null && known.of === of && says !== null ? known.effect : null;
}
