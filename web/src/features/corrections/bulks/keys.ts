import type { Keys } from '../../../ui/screen/keys.ts';

/** While many are looked at before they are settled together. */
export const BULK_KEYS = {
  take: { press: 'Enter', does: 'Do all that are not left out' },
  close: { press: 'Esc', does: 'Back to the list' },
  why: { press: 'W', does: 'Say why, for the record' },
} as const satisfies Keys;
