import { DATE_FIELD, datePattern, dateText } from '../date-text.ts';
import { defineColumn } from '../define.ts';

/** The last day of the pay period: of a line that corrects an earlier one, of that one. */
export const periodLast = defineColumn({
  name: 'period last',
  label: 'Last day',
  says: 'The last day of the pay period: of a line that corrects an earlier one, of that one.',
  headings: ['to', 'until', 'periodend', 'enddate', 'lastday'],
  fields: [DATE_FIELD],
  words: ({ pattern }) => pattern,
  settings: { pattern: datePattern },
  begins: { pattern: 'YYYY-MM-DD' },
  ofLine: ({ pattern }, { first }, batch) => ({ text: dateText((first.corrects ?? batch).lastDay, pattern) }),
  ofFile: ({ pattern }, batch) => ({ text: dateText(batch.lastDay, pattern) }),
});
