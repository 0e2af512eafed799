import type { Workday } from '@heath/core';
import { and, asc, desc, eq, exists, gte, inArray, isNull, or, sql } from 'drizzle-orm';
import type { Queries, Reads } from '../../database/connect.ts';
import {
  approval,
  assignment,
  batch,
  calendarDay,
  card,
  correction,
  dayLock,
  flatAmount,
  groupSchedule,
  payGroup,
  period,
  person,
  question,
  schedule,
  seal,
  task,
  user,
} from '../../database/schema/index.ts';
import { isGroupOfPeriod, isSealed } from '../../recompute/stale-cards.ts';

/** Every period, the oldest first. */
export const allPeriods = (queries: Reads) =>
  queries.select().from(period).orderBy(asc(period.firstDay), asc(period.id));

export const sealedPeriods = async (queries: Reads): Promise<Set<number>> =>
  new Set((await queries.select({ id: period.id }).from(period).where(isSealed)).map(({ id }) => id));

/** Periods that at least one pay group has handed off. */
export const begunToSeal = async (queries: Reads): Promise<Set<number>> =>
  new Set((await queries.selectDistinct({ id: seal.periodId }).from(seal)).map(({ id }) => id));

/** Which pay groups have which period. */
export const groupsByPeriod = async (queries: Reads): Promise<Map<number, string[]>> => {
  const rows = await queries
    .select({ periodId: period.id, name: payGroup.name })
    .from(period)
    .innerJoin(groupSchedule, isGroupOfPeriod)
    .innerJoin(payGroup, eq(payGroup.id, groupSchedule.groupId))
    .orderBy(asc(payGroup.name));
  const by = new Map<number, string[]>();
  for (const { periodId, name } of rows) by.set(periodId, [...(by.get(periodId) ?? []), name]);
  return by;
};

export const payGroups = (queries: Reads) =>
  queries.select({ id: payGroup.id, name: payGroup.name }).from(payGroup).orderBy(asc(payGroup.name));

/** How many people are in each pay group on a day. */
export const peopleInGroups = async (queries: Reads, on: Workday): Promise<Map<number, number>> => {
  const rows = await queries
    .select({ groupId: assignment.groupId, people: sql<number>`COUNT(*)`.mapWith(Number) })
    .from(assignment)
    .innerJoin(person, eq(person.id, assignment.personId))
    .where(
      and(
        eq(
          assignment.firstDay,
          sql`(SELECT MAX(held.first_day) FROM assignment held WHERE held.person_id = ${assignment.personId} AND held.first_day <= ${on})`,
        ),
        or(isNull(person.lastDay), gte(person.lastDay, on)),
      ),
    )
    .groupBy(assignment.groupId);
  return new Map(rows.map(({ groupId, people }) => [groupId, people]));
};

/** Which schedule each pay group has from which day on, the oldest first. */
export const schedulesOfGroups = (queries: Reads) =>
  queries.select().from(groupSchedule).orderBy(asc(groupSchedule.firstDay));

export const allSchedules = (queries: Reads) => queries.select().from(schedule).orderBy(asc(schedule.id));

/** Holds every schedule until the transaction ends, so that periods are made by one after another. */
export const lockSchedules = async (queries: Reads): Promise<void> => {
  await queries.select({ id: schedule.id }).from(schedule).orderBy(asc(schedule.id)).for('update');
};

/** The lock that holds, with who set it and when; undefined where none was ever set. */
export async function lastLock(queries: Reads) {
  const [row] = await queries
    .select({ until: dayLock.until, reason: dayLock.reason, by: user.name, madeAt: dayLock.madeAt })
    .from(dayLock)
    .innerJoin(user, eq(user.id, dayLock.madeBy))
    .orderBy(desc(dayLock.id))
    .limit(1);
  return row;
}

export async function addLock(queries: Queries, values: typeof dayLock.$inferInsert): Promise<number> {
  const [{ insertId }] = await queries.insert(dayLock).values(values);
  return insertId;
}

/** Every holiday of the calendars of pay groups and sites. */
export const holidays = (queries: Reads) =>
  queries
    .selectDistinct({ day: calendarDay.day, name: calendarDay.name })
    .from(calendarDay)
    .where(eq(calendarDay.kind, 'holiday'))
    .orderBy(asc(calendarDay.day));

/** Holds the cards of some periods, so that nobody settles or seals them meanwhile. */
export const lockCardsOf = async (queries: Reads, periods: readonly number[]): Promise<void> => {
  if (periods.length > 0)
    await queries
      .select({ id: card.personId })
      .from(card)
      .where(inArray(card.periodId, [...periods]))
      .for('update');
};

const OF_GROUPS = (groups: readonly number[], periodId: number) =>
  and(eq(card.periodId, periodId), inArray(card.groupId, [...groups]));

/**
 * What somebody has done with the cards of some pay groups in a period, in words; null where nobody has done anything.
 *
 * @param from only what concerns this day and later ones
 */
export async function workDone(
  queries: Reads,
  periodId: number,
  groups: readonly number[],
  from: Workday,
): Promise<string | null> {
  const sealed = await queries
    .select({ id: seal.groupId })
    .from(seal)
    .where(and(eq(seal.periodId, periodId), inArray(seal.groupId, [...groups])))
    .limit(1);
  if (sealed.length > 0) return 'it was handed off';
  const batches = await queries
    .select({ id: batch.id })
    .from(batch)
    .where(eq(batch.periodId, periodId))
    .limit(1);
  if (batches.length > 0) return 'a batch was made of it';
  const ofThem = (
    personId:
      | typeof correction.personId
      | typeof approval.personId
      | typeof question.personId
      | typeof flatAmount.personId,
  ) =>
    exists(
      queries
        .select({ one: sql`1` })
        .from(card)
        .where(and(OF_GROUPS(groups, periodId), eq(card.personId, personId))),
    );
  const corrected = await queries
    .select({ id: correction.id })
    .from(correction)
    .where(and(eq(correction.periodId, periodId), gte(correction.lastDay, from), ofThem(correction.personId)))
    .limit(1);
  if (corrected.length > 0) return 'cards of it were corrected';
  const approved = await queries
    .select({ id: approval.id })
    .from(approval)
    .where(and(eq(approval.periodId, periodId), ofThem(approval.personId)))
    .limit(1);
  if (approved.length > 0) return 'cards of it were approved';
  const counted = await queries
    .select({ id: flatAmount.id })
    .from(flatAmount)
    .where(and(eq(flatAmount.periodId, periodId), gte(flatAmount.workday, from), ofThem(flatAmount.personId)))
    .limit(1);
  if (counted.length > 0) return 'amounts were added to it';
  const asked = await queries
    .select({ id: question.id })
    .from(question)
    .where(and(eq(question.periodId, periodId), gte(question.workday, from), ofThem(question.personId)))
    .limit(1);
  return asked.length > 0 ? 'somebody was asked about it' : null;
}

export async function addSchedule(
  queries: Queries,
  values: typeof schedule.$inferInsert,
  groups: readonly number[],
  firstDay: Workday,
): Promise<number> {
  const [{ insertId }] = await queries.insert(schedule).values(values);
  await queries
    .insert(groupSchedule)
    .values(groups.map((groupId) => ({ groupId, firstDay, scheduleId: insertId })));
  return insertId;
}

/** Adds a period. Returns its id. */
export async function addPeriod(queries: Queries, values: typeof period.$inferInsert): Promise<number> {
  const [{ insertId }] = await queries.insert(period).values(values);
  return insertId;
}

/** Lets a period end earlier; its cards follow from other inputs then. */
export async function cutPeriod(
  queries: Queries,
  id: number,
  set: { readonly lastDay: Workday; readonly payDay: Workday },
): Promise<void> {
  await queries.update(period).set(set).where(eq(period.id, id));
  await queries
    .update(card)
    .set({ inputVersion: sql`${card.inputVersion} + 1` })
    .where(eq(card.periodId, id));
}

/** Takes the cards of some pay groups out of a period that nobody has worked at; and the period, where nobody is left to have it. */
export async function removePeriod(
  queries: Queries,
  id: number,
  groups: readonly number[],
  isWhole: boolean,
): Promise<void> {
  await queries.delete(card).where(isWhole ? eq(card.periodId, id) : OF_GROUPS(groups, id));
  if (!isWhole) return;
  await queries
    .delete(task)
    .where(
      and(eq(task.kind, 'recompute'), eq(task.subjectId, id), inArray(task.status, ['waiting', 'failed'])),
    );
  await queries.delete(period).where(eq(period.id, id));
}
