import type { Keys } from '../../../ui/screen/keys.ts';

export const ADD_TIME_KEYS = {
  add: { press: 'G', does: 'Add time, typed or pasted: of several people, or on several days' },
} as const satisfies Keys;
