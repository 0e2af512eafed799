import type { Workday } from '../../units.ts';
import type { Basis } from '../types.ts';

/** Hours of a fixed cycle of days, counted from an anchor date on and before it. */
export const cycle = (days: number, anchor: Workday): Basis => ({
  name: 'cycle',
  reachDays: days - 1,
  bucketOfDay: (day) => anchor + Math.floor((day - anchor) / days) * days,
});
