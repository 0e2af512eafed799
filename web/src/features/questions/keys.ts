import type { Keys } from '../../ui/screen/keys.ts';

export const QUESTION_KEYS = {
  ask: { press: 'Q', does: 'Ask somebody about it' },
} as const satisfies Keys;
