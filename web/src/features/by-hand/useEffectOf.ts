import type { CardInputReply } from '@heath/contract';
import { useEffect, useRef, useState } from 'react';
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
    if (of !== undefined) void computing().load(of);
  }, [of]);
  useEffect(() => {
    wanted.current = of === undefined || says === null ? null : { of, says, zone };
    if (isBusy.current) return;
    const ask = async () => {
      isBusy.current = true;
      try {
        for (let asked = wanted.current; asked !== null; ) {
          const effect = await computing().effectOf(asked.says, asked.zone);
          if (effect !== null && wanted.current?.of === asked.of) setKnown({ ...asked, effect });
          asked = wanted.current === asked ? null : wanted.current;
        }
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
