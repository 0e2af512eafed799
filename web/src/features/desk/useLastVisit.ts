import { useEffect, useState } from 'react';

const PLACE = 'heath desk seen';

const seenBefore = (): number | null => {
  const kept = Number(localStorage.getItem(PLACE));
  return Number.isSafeInteger(kept) && kept > 0 ? kept : null;
};

/**
 * The number of the newest thing that whoever looks saw here before, in this browser; null where they were never here.
 *
 * @param newest the newest that there is now: seen, once this is left
 */
export function useLastVisit(newest: number | undefined): number | null {
  const [last] = useState(seenBefore);
  useEffect(() => {
    if (newest === undefined) return;
    return () => localStorage.setItem(PLACE, String(newest));
  }, [newest]);
  return last;
}
