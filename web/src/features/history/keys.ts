import type { Keys } from '../../ui/keys.ts';

export const HISTORY_KEYS = {
  filter: { press: '/', does: 'Filter the history' },
} as const satisfies Keys;
