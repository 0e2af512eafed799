import type { Keys } from '../../ui/keys.ts';

export const EXCEPTION_KEYS = {
  take: { press: 'Enter', does: 'Take the time proposed, and open the next' },
  type: { press: 'T', does: 'Type a time' },
  accept: { press: 'S', does: 'Accept it as it is, and open the next' },
  next: { press: 'J', does: 'Next exception' },
  before: { press: 'K', does: 'Exception before' },
} as const satisfies Keys;
