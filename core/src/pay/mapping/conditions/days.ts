import * as v from 'valibot';
import { defineMappingCondition } from '../define.ts';

/** Only holidays, or only days that are none, by the calendar where the person belongs. */
export const days = defineMappingCondition({
  name: 'days',
  label: 'Day',
  says: 'Only holidays, or only days that are none, by the calendar where the person belongs.',
  choices: ['holiday', 'no holiday'],
  value: v.picklist(['holiday', 'no holiday'], 'Give holiday or no holiday.'),
  of: ({ isHoliday }) => (isHoliday ? 'holiday' : 'no holiday'),
});
