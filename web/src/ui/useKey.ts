import type { DependencyList } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';

/**
 * Does something when a character is typed outside a field, wherever the layout of the keyboard has it: `?` and `/` lie elsewhere on a German
 * keyboard than on a British one, and need Shift there. While a dialog is open its screen does not listen.
 */
export function useKey(character: string, act: () => void, deps: DependencyList = []): void {
  const isLetter = /^\p{L}$/u.test(character);
  useHotkeys(
    character,
    act,
    {
      useKey: true,
      ignoreModifiers: true,
      preventDefault: true,
      ignoreEventWhen: (event) =>
        ((event.ctrlKey || event.altKey || event.metaKey) && !event.getModifierState('AltGraph')) ||
        (isLetter && event.shiftKey) ||
        document.querySelector('[role="dialog"]') !== null,
    },
    [act, ...deps],
  );
}
