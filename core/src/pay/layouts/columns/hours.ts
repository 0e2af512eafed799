import { defineColumn } from '../define.ts';
import { HOURS_FIELDS, hoursCell, hoursOfText, hoursSettings } from '../hours-text.ts';

/** The hours of the line. */
export const hours = defineColumn({
  name: 'hours',
  label: 'Hours',
  says: 'What the line pays: hours, premium hours or an amount, by its code. Where lines are not told apart by code, the payable hours alone. In a record around the lines, the payable hours of all of them.',
  headings: ['hours', 'hrs', 'qty', 'quantity', 'units', 'time', 'minutes'],
  fields: HOURS_FIELDS,
  words: ({ written }) => written,
  settings: hoursSettings,
  begins: { written: '8.50', decimals: 2 },
  ofLine: (settings, line, _batch, writing) => hoursCell(settings, line.hours, writing),
  ofFile: (settings, _batch, totals, writing) => hoursCell(settings, totals.hours, writing),
  readHours: hoursOfText,
  hoursOf: (_, line) => line.hours,
});
