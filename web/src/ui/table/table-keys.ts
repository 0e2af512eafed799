import type { Pick } from './picking.ts';

/** A key as an event tells it. */
export type Pressed = Readonly<{ key: string; shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }>;

/** What a key asks of a table: to pick, to open the row it is on, to copy; null where it asks for nothing. */
export type Asked = Pick | 'open' | 'copy' | null;

const PAGE_ROWS = 20;

/**
 * What a key means on row `active` of `count`.
 *
 * @param picks whether rows can be picked; where not, keys only go from row to row
 */
export function asked(
  { key, shiftKey, ctrlKey, metaKey }: Pressed,
  active: number,
  count: number,
  picks: boolean,
): Asked {
  const isCommand = ctrlKey || metaKey;
  const to = (index: number): Pick => ({ to: index, range: shiftKey && picks });
  if (isCommand) {
    if (key === 'c') return 'copy';
    return key === 'a' && picks ? { all: true } : null;
  }
  switch (key) {
    case 'ArrowDown':
      return to(active + 1);
    case 'ArrowUp':
      return to(active - 1);
    case 'PageDown':
      return to(active + PAGE_ROWS);
    case 'PageUp':
      return to(active - PAGE_ROWS);
    case 'Home':
      return to(0);
    case 'End':
      return to(count - 1);
    case 'Enter':
      return 'open';
    case ' ':
      return picks ? { toggle: active } : null;
    case 'Escape':
      return picks ? { none: true } : null;
    default:
      return null;
  }
}
