import type { Keys } from '../../ui/screen/keys.ts';

export const IMPORT_KEYS = {
  choose: { press: 'I', does: 'Choose a file to import' },
} as const satisfies Keys;
