import { useSyncExternalStore } from 'react';

const root = document.documentElement;

function listen(changed: () => void): () => void {
  const observer = new MutationObserver(changed);
  observer.observe(root, { attributeFilter: ['data-theme'] });
  return () => observer.disconnect();
}

/** Whether Heath is shown by day or by night just now: for what draws with colors that it has read. */
export const useShownTheme = (): string => useSyncExternalStore(listen, () => root.dataset.theme ?? 'light');
