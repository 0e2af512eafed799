import type { Keys } from '../../ui/keys.ts';

export const HANDOFF_KEYS = {
  handOff: { press: 'Shift Enter', does: 'Seal and hand off' },
  deliver: { press: 'D', does: 'Deliver to the pay system' },
} as const satisfies Keys;
