import { defineColumn } from '../define.ts';

/** The number of the handoff. */
export const batchNumber = defineColumn({
  name: 'batch number',
  label: 'Number of the handoff',
  says: 'The number of the handoff.',
  headings: ['batch', 'batchno', 'run'],
  settings: {},
  begins: {},
  ofLine: (_, _line, { number }) => ({ text: String(number), number }),
  ofFile: (_, { number }) => ({ text: String(number), number }),
});
