import {
  costCenterId as asCostCenter,
  departmentId as asDepartment,
  type Calendar,
  type EditionInForce,
  Editions,
  type Home,
  type Workday,
  workday,
} from '@heath/core';
import { type Column, eq, type SQL, sql } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { build, select } from '../database/round-trip.ts';
import { assignment, calendarDay, payGroup, site } from '../database/schema/index.ts';
import type { Among } from './among.ts';
import { type EditionIds, edition } from './rulebooks.ts';

/** The rulebook that an assignment says, or else its pay group. */
export const rulebookOfAssignment = sql<number>`COALESCE(${assignment.rulebookId}, ${payGroup.rulebookId})`;

/** Assignments of these people, oldest first: department, group, site, rulebook and calendars. */
export const assignmentsSelect = (among: Among) =>
  select(
    build
      .select({
        personId: assignment.personId,
        firstDay: assignment.firstDay,
        departmentId: assignment.departmentId,
        costCenterId: assignment.costCenterId,
        rulebookId: rulebookOfAssignment.as('rulebook'),
        groupCalendarId: payGroup.calendarId,
        siteCalendarId: site.calendarId,
      })
      .from(assignment)
      .innerJoin(payGroup, eq(payGroup.id, assignment.groupId))
      .innerJoin(site, eq(site.id, assignment.siteId))
      .where(among(assignment.personId))
      .orderBy(assignment.personId, assignment.firstDay),
  );
export type AssignmentRow = ReturnType<ReturnType<typeof assignmentsSelect>['rows']>[number];

/** A day of one of the calendars. */
export type CalendarDayRow = Pick<typeof calendarDay.$inferSelect, 'calendarId' | 'day' | 'kind' | 'name'>;

/** Condition: the column's day lies in [firstDay, lastDay]. Both are in the database's date format, since placeholder values are not encoded. */
export const daysBetween = (column: Column, firstDay: unknown, lastDay: unknown): SQL =>
  sql`${column} BETWEEN ${firstDay} AND ${lastDay}`;

/** The days of all calendars between two. */
export const calendarDaysSelect = (firstDay: unknown, lastDay: unknown) =>
  select(
    build
      .select({
        calendarId: calendarDay.calendarId,
        day: calendarDay.day,
        kind: calendarDay.kind,
        name: calendarDay.name,
      })
      .from(calendarDay)
      .where(daysBetween(calendarDay.day, firstDay, lastDay)),
  );

/** Where somebody belongs by day. */
export const homesOf = (assignments: readonly AssignmentRow[]): Home[] =>
  assignments.map(({ firstDay, departmentId, costCenterId }) => ({
    from: firstDay,
    department: asDepartment(departmentId),
    costCenter: costCenterId === null ? null : asCostCenter(costCenterId),
  }));

const LONG_AGO = workday(Number.NEGATIVE_INFINITY);

/** First and last day of each of these assignments. The first one has no first day. */
function* stretches<T extends Pick<AssignmentRow, 'firstDay'>>(assignments: readonly T[]) {
  for (const [i, one] of assignments.entries())
    yield { one, from: i === 0 ? LONG_AGO : one.firstDay, before: assignments[i + 1]?.firstDay ?? null };
}

/** The computation keeps what it prepares by the object, so equal editions are one object. */
const together = new Map<string, Editions>();
/** As far as a cycle or an average may reach. */
const REACH_DAYS = 400;

/** What tells editions apart: those of the first assignment's rulebook, and of each later one with its day. */
function keyOf(
  ids: EditionIds,
  assignments: readonly AssignmentRow[],
  first: Workday,
  last: Workday,
): string {
  let key = `${first} ${last}`;
  for (const [i, { firstDay, rulebookId }] of assignments.entries())
    key += `${i === 0 ? '' : ` ${firstDay}`}:${ids.get(rulebookId)?.text ?? ''}`;
  return key;
}

/**
 * The editions that somebody goes by over a span of days, ready to compute with: those of the rulebook of each assignment, as long as it
 * holds. Throws where a rulebook has none.
 */
export async function editionsOf(
  queries: Reads,
  ids: EditionIds,
  assignments: readonly AssignmentRow[],
  first: Workday,
  last: Workday,
): Promise<Editions> {
  const key = keyOf(ids, assignments, first, last);
  let editions = together.get(key);
  if (editions === undefined) {
    const inForce: EditionInForce[] = [];
    for (const { one, from, before } of stretches(assignments)) {
      const own: EditionInForce[] = [];
      for (const id of ids.get(one.rulebookId)?.ids ?? []) own.push(await edition(queries, id));
      if (own.length === 0) throw new Error(`Rulebook ${one.rulebookId} has no edition.`);
      // The last that has begun when the assignment does, and those that begin while it holds.
      const begun = Math.max(
        0,
        own.findLastIndex((each) => each.from <= from),
      );
      own.slice(begun).forEach(({ from: begins, rulebook }, i) => {
        if (before === null || begins < before) inForce.push({ from: i === 0 ? from : begins, rulebook });
      });
    }
    editions = new Editions(inForce).within(workday(first - REACH_DAYS), workday(last + REACH_DAYS));
    together.set(key, editions);
  }
  return editions;
}

/**
 * Holidays and rest days of people by their assignments: those of the site and of the pay group, as long as each holds. People with the same
 * assignments share one object.
 *
 * @param days of all calendars
 */
export function calendars(
  days: readonly CalendarDayRow[],
): (assignments: readonly AssignmentRow[]) => Calendar {
  const known = new Map<string, Calendar>();
  return (assignments) => {
    const key = assignments
      .map(
        ({ firstDay, siteCalendarId, groupCalendarId }, i) =>
          `${i === 0 ? '' : firstDay}:${siteCalendarId}/${groupCalendarId}`,
      )
      .join();
    let calendar = known.get(key);
    if (calendar === undefined) {
      const holidays = new Map<Workday, string>();
      const restDays = new Set<Workday>();
      for (const { one, from, before } of stretches(assignments)) {
        for (const { calendarId, day, kind, name } of days) {
          if (calendarId !== one.siteCalendarId && calendarId !== one.groupCalendarId) continue;
          if (day < from || (before !== null && day >= before)) continue;
          if (kind === 'holiday') holidays.set(day, name);
          else if (kind === 'rest day') restDays.add(day);
        }
      }
      calendar = { holidays, restDays };
      known.set(key, calendar);
    }
    return calendar;
  };
}
