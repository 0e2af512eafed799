import { defineColumn } from '../define.ts';

/** How many lines there are. */
export const lineCount = defineColumn({
  name: 'line count',
  label: 'How many lines',
  says: 'How many lines the file has, its heading and records aside.',
  settings: {},
  begins: {},
  ofFile: (_, _batch, { lines }) => ({ text: String(lines), number: lines }),
});
