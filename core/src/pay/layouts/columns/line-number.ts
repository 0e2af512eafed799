import { defineColumn } from '../define.ts';

/** The number of the line in the file. */
export const lineNumber = defineColumn({
  name: 'line number',
  label: 'Line number',
  says: 'The number of the line among the lines of the file, from 1.',
  headings: ['line', 'lineno', 'seq', 'sequence'],
  settings: {},
  begins: {},
  ofLine: (_, { line }) => ({ text: String(line), number: line }),
});
