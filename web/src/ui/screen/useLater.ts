import { useCallback, useRef, useState } from 'react';
import { say } from '../notices/notices.ts';

/**
 * A part whose code is fetched when somebody first asks for it: what opens only sometimes is not waited for by those who never open it.
 *
 * @param load fetches it, and may be asked again where that failed
 * @returns the part, null until it is there; and what asks for it
 */
export function useLater<T>(load: () => Promise<T>): { readonly part: T | null; readonly ask: () => void } {
  const [part, setPart] = useState<{ readonly it: T } | null>(null);
  const isAsked = useRef(false);
  const ask = useCallback(async () => {
    if (isAsked.current) return;
    isAsked.current = true;
    try {
      const it = await load();
      setPart({ it });
    } catch {
      isAsked.current = false;
      say('That could not be opened: Heath cannot be reached. Try again in a moment.');
    }
  }, [load]);
  return { part: part?.it ?? null, ask };
}
