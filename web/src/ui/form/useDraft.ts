import { useCallback, useState } from 'react';

/** What was typed, by field. */
type Draft = Readonly<Record<string, string>>;

const placeOf = (about: string): string => `heath draft ${about}`;

/** What is kept about something, with nothing but texts of the fields that there are. */
export function readDraft<D extends Draft>(kept: string | null, empty: D): D {
  try {
    const found: unknown = JSON.parse(kept ?? '{}');
    if (found === null || typeof found !== 'object') return empty;
    const texts = Object.entries(found).filter(([name, text]) => name in empty && typeof text === 'string');
    return { ...empty, ...Object.fromEntries(texts) };
  } catch {
    // Somebody else wrote there.
    return empty;
  }
}

/**
 * What was typed about one thing and not taken yet: still there after another card, a reload, the back button. It is this window's alone, and
 * gone when that is closed.
 *
 * @param about what it is about; another thing has a draft of its own
 * @param empty each field, with nothing typed
 */
export function useDraft<D extends Draft>(about: string, empty: D) {
  const [draft, setDraft] = useState(() => readDraft(sessionStorage.getItem(placeOf(about)), empty));
  const type = useCallback(
    (changes: Partial<D>) =>
      setDraft((before) => {
        const after = { ...before, ...changes };
        const isEmpty = Object.values(after).every((text) => text === '');
        if (isEmpty) sessionStorage.removeItem(placeOf(about));
        else sessionStorage.setItem(placeOf(about), JSON.stringify(after));
        return after;
      }),
    [about],
  );
  const forget = useCallback(() => sessionStorage.removeItem(placeOf(about)), [about]);
  return { draft, type, forget };
}
