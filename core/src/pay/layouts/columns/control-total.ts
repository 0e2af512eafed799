import { defineColumn } from '../define.ts';
import { HOURS_FIELDS, hoursCell, hoursSettings } from '../hours-text.ts';

/**
 * Every figure of the lines added up, whatever it counts. It says nothing of pay: the receiver compares it with what arrived.
 * Common practice (a hash total), no source.
 */
export const controlTotal = defineColumn({
  name: 'control total',
  label: 'Control total',
  says: 'Every figure in the lines added up, hours, premium hours and amounts alike. It is no number of hours: the receiver compares it with what arrived.',
  fields: HOURS_FIELDS,
  words: ({ written }) => written,
  settings: hoursSettings,
  begins: { written: '8.50', decimals: 2 },
  ofFile: (settings, _batch, { figures }, writing) => hoursCell(settings, figures, writing),
});
