import * as v from 'valibot';
import { WEEKDAYS } from '../../../time/schemas.ts';
import { weekdayOf } from '../../../time/units.ts';
import { defineMappingCondition } from '../define.ts';

/** Only workdays that are one of these weekdays. */
export const weekdays = defineMappingCondition({
  name: 'weekdays',
  label: 'Weekday',
  says: 'Only workdays that are one of these weekdays.',
  choices: WEEKDAYS,
  value: v.picklist(WEEKDAYS, 'Give monday, tuesday, …'),
  of: ({ workday }) => WEEKDAYS[weekdayOf(workday)] ?? null,
  written: (day) => `${day.charAt(0).toUpperCase()}${day.slice(1)}s`,
});
