import type { Keys } from '../../ui/screen/keys.ts';

export const EXCEPTION_KEYS = {
  take: { press: 'Enter', does: 'Take what is proposed, and open the next' },
  type: { press: 'T', does: 'Type a time, or how much of the overtime is approved' },
  accept: { press: 'S', does: 'Accept it as it is, and open the next' },
  notWorked: { press: 'N', does: 'Nothing was worked then' },
  leave: { press: 'L', does: 'Turn an absence or lateness into leave' },
  why: { press: 'W', does: 'Say why, for the record' },
  alike: { press: 'Shift Enter', does: 'Settle all that are alike, after a look at what would change' },
  next: { press: 'J', does: 'Next exception' },
  before: { press: 'K', does: 'Exception before' },
  filter: { press: '/', does: 'Show those of a person' },
} as const satisfies Keys;

/** While badges that nobody owns are looked at. */
export const BADGE_KEYS = {
  whose: { press: 'B', does: 'Choose whose the badge is' },
  give: { press: 'Enter', does: 'Give them the badge' },
} as const satisfies Keys;
