import { useSyncExternalStore } from 'react';

/** As wide as a phone: below what Tailwind calls `md`. */
const narrow = window.matchMedia?.('(width < 48rem)');

const subscribe = (onChange: () => void) => {
  narrow?.addEventListener('change', onChange);
  return () => narrow?.removeEventListener('change', onChange);
};

/** True on a window as narrow as a phone. */
export const useIsNarrow = (): boolean => useSyncExternalStore(subscribe, () => narrow?.matches ?? false);
