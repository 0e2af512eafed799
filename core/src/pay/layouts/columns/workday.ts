import { DATE_FIELD, datePattern, dateText } from '../date-text.ts';
import { defineColumn } from '../define.ts';

/** The workday that the hours count for. */
export const workday = defineColumn({
  name: 'workday',
  label: 'Workday',
  says: 'The workday that the hours count for: of a shift across midnight, one of its two dates.',
  headings: ['date', 'day', 'workday', 'workdate'],
  fields: [DATE_FIELD],
  words: ({ pattern }) => pattern,
  settings: { pattern: datePattern },
  begins: { pattern: 'YYYY-MM-DD' },
  needs: ['day'],
  ofLine: ({ pattern }, { first }) => ({ text: dateText(first.workday, pattern) }),
});
