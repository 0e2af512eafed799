import type { Keys } from '../../ui/screen/keys.ts';

export const DIFFERENCE_KEYS = {
  next: { press: 'J', does: 'Next difference' },
  previous: { press: 'K', does: 'Difference before' },
  filter: { press: '/', does: 'Filter the list' },
  carry: { press: 'C', does: 'Carry it over to the next handoff' },
  approve: { press: 'A', does: 'Approve what is carried over' },
  waive: { press: 'W', does: 'Waive it, with a reason' },
  withdraw: { press: 'X', does: 'Withdraw what was decided' },
  carryAll: { press: 'Shift C', does: 'Carry over all in the list' },
  approveAll: { press: 'Shift A', does: 'Approve all in the list that are carried over' },
  waiveAll: { press: 'Shift W', does: 'Waive all in the list, with a reason' },
  withdrawAll: { press: 'Shift X', does: 'Withdraw what was decided of all in the list' },
} as const satisfies Keys;
