import type { Keys } from '../../ui/keys.ts';

export const AFTERWARDS_KEYS = {
  next: { press: 'J', does: 'Next difference' },
  previous: { press: 'K', does: 'Difference before' },
  carry: { press: 'C', does: 'Carry it over to the next handoff' },
  approve: { press: 'A', does: 'Approve what is carried over' },
  waive: { press: 'W', does: 'Waive it, with a reason' },
  withdraw: { press: 'X', does: 'Withdraw what was decided' },
} as const satisfies Keys;
