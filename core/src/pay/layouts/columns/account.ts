import { textColumn } from '../define.ts';

/** The account that the code is booked to. */
export const account = textColumn({
  name: 'account',
  label: 'Account',
  says: 'The account that the code is booked to.',
  headings: ['account', 'gl', 'glaccount', 'ledger'],
  needs: ['code'],
  text: ({ first }) => first.account,
});
