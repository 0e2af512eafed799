import type { Keys } from '../../../ui/screen/keys.ts';

export const SETTLE_KEYS = {
  take: { press: 'P', does: 'Take the time proposed' },
  type: { press: 'T', does: 'Type a time' },
} as const satisfies Keys;
