import { type Workday, workdayFromIso } from '@heath/core';
import { useCallback, useRef } from 'react';
import { useSearchParams } from 'react-router';

/**
 * What the address holds of the view, and how to change parts of it: null or an empty text takes a part out. `replace` keeps the change out
 * of the back button's way, for what is typed.
 */
export function useAddress() {
  const [query, setQuery] = useSearchParams();
  // What the router gives for it changes with every address; who is told of a change by it would be drawn anew each time.
  const latest = useRef(setQuery);
  latest.current = setQuery;
  const go = useCallback(
    (changes: Readonly<Record<string, string | null>>, replace = false) =>
      latest.current(
        (before) => {
          const next = new URLSearchParams(before);
          for (const [name, value] of Object.entries(changes)) {
            if (value === null || value === '') next.delete(name);
            else next.set(name, value);
          }
          return next;
        },
        { replace },
      ),
    [],
  );
  return { query, go };
}

/** The day that stands in an address as an ISO date; null where none does, whatever else somebody typed there. */
export function dayOfIso(iso: string | null): Workday | null {
  if (iso === null || !/^\d{4}-\d{2}-\d{2}$/.test(iso)) return null;
  try {
    return workdayFromIso(iso);
  } catch {
    return null;
  }
}
