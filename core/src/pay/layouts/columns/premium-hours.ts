import { defineColumn } from '../define.ts';
import { HOURS_FIELDS, hoursCell, hoursOfText, hoursSettings } from '../hours-text.ts';

/** The premium hours, which lie beside the paid hours. */
export const premiumHours = defineColumn({
  name: 'premium hours',
  label: 'Premium hours',
  says: 'The premium hours of a line that holds several codes; in a record around the lines, the premium hours of all of them. Hours and amounts are not in it.',
  headings: ['premium', 'premiumhours'],
  fields: HOURS_FIELDS,
  words: ({ written }) => written,
  settings: hoursSettings,
  begins: { written: '8.50', decimals: 2 },
  ofLine: (settings, line, _batch, writing) => hoursCell(settings, line.premiumHours, writing),
  ofFile: (settings, _batch, { premiumHours: sum }, writing) => hoursCell(settings, sum, writing),
  readHours: hoursOfText,
  hoursOf: (_, line) => line.premiumHours,
});
