import type { Keys } from '../../ui/keys.ts';

export const QUESTION_KEYS = {
  ask: { press: 'Q', does: 'Ask somebody about it' },
} as const satisfies Keys;
