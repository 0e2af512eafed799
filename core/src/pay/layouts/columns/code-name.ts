import { textColumn } from '../define.ts';

/** What the code is called. */
export const codeName = textColumn({
  name: 'code name',
  label: 'Name of the code',
  says: 'What the code is called.',
  needs: ['code'],
  text: ({ first }) => first.codeName,
});
