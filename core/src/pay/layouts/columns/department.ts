import { textColumn } from '../define.ts';

/** The department that was worked for, by its code. */
export const department = textColumn({
  name: 'department',
  label: 'Department',
  says: 'The department that was worked for, by its code.',
  headings: ['department', 'dept', 'departmentcode'],
  needs: ['department'],
  text: ({ first }) => first.department,
});
