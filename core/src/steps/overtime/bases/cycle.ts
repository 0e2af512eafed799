import { type Workday, workday } from '../../../time/units.ts';
import type { Basis } from '../types.ts';

/** Hours of a fixed cycle of days, counted from an anchor date on and before it. */
export function cycle(days: number, anchor: Workday): Basis {
  const firstOf = (day: Workday) => anchor + Math.floor((day - anchor) / days) * days;
  return {
    name: 'cycle',
    bucketOfDay: firstOf,
    reach: ({ first, last }) => ({
      first: workday(firstOf(first)),
      last: workday(firstOf(last) + days - 1),
    }),
  };
}
