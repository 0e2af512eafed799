import type { Keys } from '../../ui/screen/keys.ts';

export const DESK_KEYS = {
  next: { press: 'Enter', does: 'Go to the first step that is not done' },
  collect: { press: '1', does: 'Collect: the files of punches' },
  settle: { press: '2', does: 'Settle: the exceptions' },
  approve: { press: '3', does: 'Approve: the cards that wait for it' },
  check: { press: '4', does: 'Check: what is paid, against the last period' },
  handOff: { press: '5', does: 'Hand off' },
} as const satisfies Keys;
