import { textColumn } from '../define.ts';

/** The name of the person. */
export const personName = textColumn({
  name: 'name',
  label: 'Person’s name',
  says: 'The name of the person.',
  headings: ['name', 'employeename', 'fullname'],
  needs: ['person'],
  text: ({ first }) => first.name,
});
