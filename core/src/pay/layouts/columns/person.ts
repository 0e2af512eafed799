import { textColumn } from '../define.ts';

/** The number by which the pay system knows the person. */
export const person = textColumn({
  name: 'person',
  label: 'Person’s number',
  says: 'The number by which the pay system knows the person.',
  headings: [
    'emp',
    'empno',
    'employee',
    'employeeno',
    'employeenumber',
    'employeeid',
    'person',
    'personno',
    'personnumber',
    'staffno',
    'payrollno',
    'number',
  ],
  needs: ['person'],
  text: ({ first }) => first.person,
});
