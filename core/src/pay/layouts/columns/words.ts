import * as v from 'valibot';
import { defineColumn } from '../define.ts';

/** The same words in every line. */
export const words = defineColumn({
  name: 'words',
  label: 'Fixed words',
  says: 'The same words everywhere: a company’s number, the name of a record, or nothing at all.',
  fields: [{ field: 'text', label: 'Words', input: 'text' }],
  words: ({ text }) => `“${text}”`,
  settings: { text: v.pipe(v.string(), v.maxLength(80, 'Fixed words have at most 80 characters.')) },
  begins: { text: '' },
  ofLine: ({ text }) => ({ text }),
  ofFile: ({ text }) => ({ text }),
});
