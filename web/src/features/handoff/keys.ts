import type { Keys } from '../../ui/screen/keys.ts';

export const HANDOFF_KEYS = {
  handOff: { press: 'Shift Enter', does: 'Seal and hand off' },
  ask: { press: 'Q', does: 'Ask the pay system what it has' },
  deliver: { press: 'D', does: 'Deliver to the pay system' },
} as const satisfies Keys;
