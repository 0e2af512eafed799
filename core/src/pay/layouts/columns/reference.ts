import { defineColumn } from '../define.ts';

/** What names a line, so that an answer can name it again. */
export const reference = defineColumn({
  name: 'reference',
  label: 'Handoff and line',
  says: 'The number of the handoff and of the line in it, `7-0001`: by it the pay system says which line it means.',
  headings: ['ref', 'reference', 'batchline'],
  settings: {},
  begins: {},
  ofLine: (_, { line }, { number }) => ({ text: referenceOf(number, line) }),
});

/** How a line of a handoff is named. */
const referenceOf = (batch: number, line: number): string => `${batch}-${String(line).padStart(4, '0')}`;
