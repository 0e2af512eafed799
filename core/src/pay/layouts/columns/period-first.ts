import { DATE_FIELD, datePattern, dateText } from '../date-text.ts';
import { defineColumn } from '../define.ts';

/** The first day of the pay period: of a line that corrects an earlier one, of that one. */
export const periodFirst = defineColumn({
  name: 'period first',
  label: 'First day',
  says: 'The first day of the pay period: of a line that corrects an earlier one, of that one.',
  headings: ['from', 'periodstart', 'startdate', 'firstday'],
  fields: [DATE_FIELD],
  words: ({ pattern }) => pattern,
  settings: { pattern: datePattern },
  begins: { pattern: 'YYYY-MM-DD' },
  ofLine: ({ pattern }, { first }, batch) => ({
    text: dateText((first.corrects ?? batch).firstDay, pattern),
  }),
  ofFile: ({ pattern }, batch) => ({ text: dateText(batch.firstDay, pattern) }),
});
