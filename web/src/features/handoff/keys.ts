import type { Keys } from '../../ui/keys.ts';

export const HANDOFF_KEYS = {
  handOff: { press: 'Shift Enter', does: 'Seal and hand off' },
} as const satisfies Keys;
