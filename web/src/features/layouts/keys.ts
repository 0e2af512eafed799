import type { Keys } from '../../ui/screen/keys.ts';

export const LAYOUT_KEYS = {
  tryOn: { press: 'T', does: 'Try the layout on a past handoff' },
} as const satisfies Keys;
