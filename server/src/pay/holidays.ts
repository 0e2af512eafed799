import { NO_CALENDAR, type Workday } from '@heath/core';
import type { Database } from '../database/connect.ts';
import { sendAlone } from '../database/round-trip.ts';
import { amongThese } from '../records/among.ts';
import { assignmentsSelect, calendarDaysSelect, calendars } from '../records/assignments.ts';
import { byPerson } from '../records/by-person.ts';

/**
 * Tells whether a day is a holiday where somebody belongs.
 *
 * @param people in order of their ids
 */
export async function holidaysOf(
  database: Database,
  { firstDay, lastDay }: { readonly firstDay: Workday; readonly lastDay: Workday },
  people: readonly number[],
): Promise<(personId: number, day: Workday) => boolean> {
  const [assigned, days] = [assignmentsSelect(amongThese(people)), calendarDaysSelect(firstDay, lastDay)];
  const [a, d] = await sendAlone(database, assigned.with(), days.with());
  const calendarOf = calendars(days.rows(d));
  const by = byPerson(assigned.rows(a));
  return (personId, day) => {
    const own = by.get(personId);
    return (own === undefined ? NO_CALENDAR : calendarOf(own)).holidays.has(day);
  };
}
