import { DATE_FIELD, datePattern, dateText } from '../date-text.ts';
import { defineColumn } from '../define.ts';

/** The day on which people are paid. */
export const payDay = defineColumn({
  name: 'pay day',
  label: 'Pay day',
  says: 'The day on which people are paid.',
  headings: ['paydate', 'payday', 'paymentdate'],
  fields: [DATE_FIELD],
  words: ({ pattern }) => pattern,
  settings: { pattern: datePattern },
  begins: { pattern: 'YYYY-MM-DD' },
  ofLine: ({ pattern }, _line, batch) => ({ text: dateText(batch.payDay, pattern) }),
  ofFile: ({ pattern }, batch) => ({ text: dateText(batch.payDay, pattern) }),
});
