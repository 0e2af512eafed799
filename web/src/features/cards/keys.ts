import type { Keys } from '../../ui/screen/keys.ts';

export const CARD_KEYS = {
  next: { press: 'J', does: 'Next person' },
  before: { press: 'K', does: 'Person before' },
  nextDay: { press: '↓', does: 'Next day' },
  dayBefore: { press: '↑', does: 'Day before' },
  nextOpen: { press: 'N', does: 'Next person with something to settle' },
  approve: { press: 'A', does: 'Approve this card' },
  approveClean: {
    press: 'Shift A',
    does: 'Look at all in the list that have nothing to settle, and approve them',
  },
  undo: { press: 'U', does: 'Undo your last correction on this card' },
  print: { press: 'Shift P', does: 'Print the cards in the list for signing' },
  filter: { press: '/', does: 'Filter the list' },
} as const satisfies Keys;

/** While many are looked at before they are approved together. */
export const APPROVE_KEYS = {
  take: { press: 'Enter', does: 'Approve all that are not left out' },
  close: { press: 'Esc', does: 'Back to the card' },
} as const satisfies Keys;
