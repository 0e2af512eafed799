import { textColumn } from '../define.ts';

/** The code under which it is paid. */
export const code = textColumn({
  name: 'code',
  label: 'Pay code',
  says: 'The code under which it is paid.',
  headings: ['code', 'paycode', 'earningcode', 'earning', 'paytype'],
  needs: ['code'],
  text: ({ first }) => first.code,
});
