import type { Workday } from './units.ts';

/** Days that pay by other rules. */
export interface Calendar {
  readonly holidays: ReadonlyMap<Workday, string>;
  /** Days on which this person is meant to rest. */
  readonly restDays: ReadonlySet<Workday>;
}

/** Without holidays and rest days. */
export const NO_CALENDAR: Calendar = { holidays: new Map(), restDays: new Set() };

/** Which kinds of day something applies on; what is not named does not matter. */
export interface DayKinds {
  /** Monday is 0. Null: any. */
  readonly weekdays: ReadonlySet<number> | null;
  readonly holidays: 'only' | 'never' | null;
  readonly restDays: 'only' | 'never' | null;
}

/** True where a workday is of these kinds. */
export function isOfKind(day: Workday, weekday: number, kinds: DayKinds, calendar: Calendar): boolean {
  if (kinds.weekdays !== null && !kinds.weekdays.has(weekday)) return false;
  if (kinds.holidays !== null && calendar.holidays.has(day) !== (kinds.holidays === 'only')) return false;
  if (kinds.restDays !== null && calendar.restDays.has(day) !== (kinds.restDays === 'only')) return false;
  return true;
}
