import type { Keys } from '../../ui/screen/keys.ts';

export const REPORT_KEYS = {
  filter: { press: '/', does: 'Show only rows with a word' },
  back: { press: 'Backspace', does: 'Back to the whole period' },
} as const satisfies Keys;
