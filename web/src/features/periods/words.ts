import type { DrawnPeriod } from './drawn.ts';

/** What a pay period is, in words. */
export const STATES: Readonly<Record<DrawnPeriod['state'], string>> = {
  'handed off': 'handed off',
  'in part': 'handed off in part',
  open: 'open',
  'to come': 'to come',
  new: 'new',
  shorter: 'shorter',
  'no longer': 'no longer there',
};

export const WEEKDAYS = [
  'Monday',
  'Tuesday',
  'Wednesday',
  'Thursday',
  'Friday',
  'Saturday',
  'Sunday',
] as const;
