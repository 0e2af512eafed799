import type { Keys } from '../../ui/screen/keys.ts';

export const DAY_KEYS = {
  next: { press: 'J', does: 'Next person' },
  before: { press: 'K', does: 'Person before' },
  nextDay: { press: '→', does: 'Next day' },
  dayBefore: { press: '←', does: 'Day before' },
  nextOpen: { press: 'N', does: 'Next person with something to settle' },
  approve: { press: 'A', does: 'Approve this day of this person' },
  approveMatching: { press: 'Shift A', does: 'Approve the day of all in the list that match their plan' },
  card: { press: 'C', does: 'Open the card' },
} as const satisfies Keys;
