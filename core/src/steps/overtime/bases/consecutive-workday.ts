import { workweekOf } from '../../workday/workday.ts';
import type { Basis } from '../types.ts';

/** Hours of the nth workday in a row within one workweek, and of those after it in the same row. */
export const consecutiveWorkday = (nth: number): Basis => ({
  name: 'consecutive workday',
  bucketOfDay: (day, { workedDays, weekStartsOn }) => {
    const week = workweekOf(day, weekStartsOn);
    const at = workedDays.indexOf(day);
    if (at < 0) return null;
    let run = 1;
    while (at - run >= 0 && workedDays[at - run] === day - run && day - run >= week) run++;
    return run >= nth ? day : null;
  },
});
