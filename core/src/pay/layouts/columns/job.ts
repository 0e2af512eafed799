import { textColumn } from '../define.ts';

/** The job that was worked, by its code. */
export const job = textColumn({
  name: 'job',
  label: 'Job',
  says: 'The job that was worked, by its code.',
  headings: ['job', 'jobcode', 'task', 'project'],
  needs: ['job'],
  text: ({ first }) => first.job,
});
