import type { Keys } from '../../ui/screen/keys.ts';

export const HISTORY_KEYS = {
  filter: { press: '/', does: 'Filter the history' },
} as const satisfies Keys;
