import { textColumn } from '../define.ts';

/** The pay group of the person, by its code. */
export const group = textColumn({
  name: 'group',
  label: 'Pay group',
  says: 'The pay group of the person, by its code.',
  headings: ['group', 'paygroup', 'company'],
  needs: ['person'],
  text: ({ first }) => first.group,
});
