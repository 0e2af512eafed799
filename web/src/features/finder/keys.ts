import type { Keys } from '../../ui/screen/keys.ts';

export const FINDER_KEYS = {
  filter: { press: '/', does: 'Filter what was found' },
  repair: { press: 'B', does: 'Repair what is picked' },
} as const satisfies Keys;
