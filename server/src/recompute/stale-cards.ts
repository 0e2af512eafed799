import {
  Editions,
  furthestApart,
  type Instant,
  inputSpan,
  SECONDS_PER_DAY,
  type Span,
  type Workday,
  workday,
} from '@heath/core';
import {
  and,
  type Column,
  eq,
  gte,
  inArray,
  isNull,
  lte,
  max,
  ne,
  notExists,
  type SQL,
  sql,
} from 'drizzle-orm';
import * as v from 'valibot';
import { checkedRows, computedNumber } from '../database/checked-rows.ts';
import type { Queries, Reads } from '../database/connect.ts';
import { build } from '../database/round-trip.ts';
import {
  assignment,
  badgeOwner,
  card,
  correction,
  difference,
  groupSchedule,
  payGroup,
  period,
  person,
  punch,
  seal,
  task,
} from '../database/schema/index.ts';
import { rulebookOfAssignment } from '../records/assignments.ts';
import { allEditions } from '../records/rulebooks.ts';
import { isOpen } from '../records/sealed.ts';
import { differenceOfCard, isTouched } from './differences.ts';

/** No cycle and no average over weeks reaches further beyond a period's end than this. */
const FURTHEST_REACH_DAYS = 400;

/** A workday begins within a day of its date in UTC, and a shift that reaches in or out is no longer than two. */
const MARGIN_DAYS = 3;

/**
 * Periods whose cards may change with punches of these people in a span: those that need the punches as input under some edition, or later
 * punches that follow them without a long gap.
 */
export async function periodsTouched(
  queries: Reads,
  people: readonly number[],
  { from, to }: Span,
): Promise<(typeof period.$inferSelect)[]> {
  const editions = await alwaysEach(queries);
  const apart = Math.max(
    ...editions.flatMap((edition) => edition.rulebooks.map(({ pairing }) => furthestApart(pairing))),
  );
  const until = await bearsUntil(queries, people, to, apart);
  const first = workday(Math.floor(from / SECONDS_PER_DAY));
  const last = workday(Math.floor(until / SECONDS_PER_DAY));
  return periodsNeeding(queries, editions, first, last);
}

/** Periods whose cards may depend on days from `first` on, under any edition. */
export async function periodsFrom(queries: Reads, first: Workday): Promise<(typeof period.$inferSelect)[]> {
  const [latest] = await queries.select({ day: max(period.lastDay) }).from(period);
  const last = workday(Math.max(first, latest?.day ?? first));
  return periodsNeeding(queries, await alwaysEach(queries), first, last);
}

/** Every edition, each as if it always held. */
const alwaysEach = async (queries: Reads): Promise<Editions[]> =>
  (await allEditions(queries)).map((each) => Editions.always(each));

/** Periods that need a day in [first, last] as input under one of these editions. */
async function periodsNeeding(
  queries: Reads,
  editions: readonly Editions[],
  first: Workday,
  last: Workday,
): Promise<(typeof period.$inferSelect)[]> {
  const near = await queries
    .select()
    .from(period)
    .where(
      and(
        lte(period.firstDay, workday(last + FURTHEST_REACH_DAYS)),
        gte(period.lastDay, workday(first - FURTHEST_REACH_DAYS)),
      ),
    );
  return near.filter(({ firstDay, lastDay }) =>
    editions.some((edition) => {
      const needs = inputSpan(firstDay, lastDay, edition, [{ first: firstDay, last: lastDay }]);
      return needs.first - MARGIN_DAYS <= last && needs.last + MARGIN_DAYS >= first;
    }),
  );
}

/** The last of the punches of a person. */
const LAST_PUNCH = v.object({ person: v.number(), at: computedNumber });

/** Days of punches that are searched at once. */
const DAYS_AT_ONCE = 14;

/** Last instant of the punches that follow `to` without a gap longer than `apartSeconds`, over these people; `to` where there are none. */
async function bearsUntil(
  queries: Reads,
  people: readonly number[],
  to: Instant,
  apartSeconds: number,
): Promise<number> {
  let until: number = to;
  let left = people;
  for (let from: number = to; left.length > 0; ) {
    const end = from + DAYS_AT_ONCE * SECONDS_PER_DAY;
    const near = (personId: Column, at: Column) =>
      sql`${inArray(personId, [...left])} AND ${at} > ${from - apartSeconds} AND ${at} <= ${end}`;
    const rows = await checkedRows(
      queries,
      LAST_PUNCH,
      sql`
      SELECT person, MAX(at) AS at FROM (
        SELECT person, at, SUM(gap) OVER (PARTITION BY person ORDER BY at) AS gaps FROM (
          SELECT person, at, at > ${from} AND COALESCE(at - LAG(at) OVER (PARTITION BY person ORDER BY at) > ${apartSeconds}, 1) AS gap FROM (
            SELECT ${badgeOwner.personId} AS person, ${punch.at} AS at FROM ${badgeOwner}
              JOIN ${punch} ON ${punch.badgeId} = ${badgeOwner.badgeId} WHERE ${near(badgeOwner.personId, punch.at)}
            UNION ALL
            SELECT ${correction.personId}, ${correction.at} FROM ${correction} WHERE ${near(correction.personId, correction.at)}
          ) AS made) AS apart) AS runs
       WHERE gaps = 0 AND at > ${from}
       GROUP BY person`,
    );
    for (const { at } of rows) until = Math.max(until, at);
    // Whoever goes on near the end may go on beyond it.
    left = rows.filter(({ at }) => at > end - apartSeconds).map(({ person }) => person);
    from = end;
  }
  return until;
}

/** The pay group of a row of `group_schedule` has the period of a row of `period`: nothing later moved it to other periods. */
export const isGroupOfPeriod = sql`${groupSchedule.scheduleId} = ${period.scheduleId}
  AND ${groupSchedule.firstDay} = (SELECT MAX(had.first_day) FROM ${groupSchedule} had
                                    WHERE had.group_id = ${groupSchedule.groupId} AND had.first_day <= ${period.firstDay})`;

/**
 * Makes sure that everybody who is paid in a period has a card in it, with their group, department and site as of its last day, or of their
 * last in it.
 */
export async function ensureCards(queries: Queries, periodId: number): Promise<void> {
  await queries.execute(sql`
    INSERT IGNORE INTO ${card} (period_id, person_id, group_id, department_id, site_id, supervisor_id)
    SELECT ${period.id}, ${person.id}, ${assignment.groupId}, ${assignment.departmentId}, ${assignment.siteId}, ${assignment.supervisorId}
      FROM ${period}
      JOIN ${person} ON ${person.firstDay} <= ${period.lastDay} AND (${person.lastDay} IS NULL OR ${person.lastDay} >= ${period.firstDay})
      JOIN ${assignment} ON ${assignment.personId} = ${person.id}
       AND ${assignment.firstDay} = (SELECT MAX(held.first_day) FROM ${assignment} held
                                      WHERE held.person_id = ${person.id}
                                        AND held.first_day <= LEAST(${period.lastDay}, COALESCE(${person.lastDay}, ${period.lastDay})))
      JOIN ${groupSchedule} ON ${groupSchedule.groupId} = ${assignment.groupId} AND ${isGroupOfPeriod}
     WHERE ${period.id} = ${periodId}`);
}

/** Marks these people's cards in these periods as stale. Neither list may be empty. */
export const touchQuery = (periodIds: readonly number[], personIds: readonly number[]): SQL => sql`
  UPDATE ${card} SET input_version = input_version + 1
   WHERE ${and(inArray(card.periodId, [...periodIds]), inArray(card.personId, [...personIds]))}`;

/** Marks as stale the cards in these periods of everybody who has this rulebook on some day. There must be a period. */
export const touchByRulebookQuery = (periodIds: readonly number[], rulebookId: number): SQL => sql`
  UPDATE ${card} SET input_version = input_version + 1
   WHERE ${inArray(card.periodId, [...periodIds])}
     AND ${card.personId} IN (SELECT ${assignment.personId} FROM ${assignment} JOIN ${payGroup} ON ${payGroup.id} = ${assignment.groupId}
                               WHERE ${rulebookOfAssignment} = ${rulebookId})`;

/** Condition: the card is stale, since its inputs changed or it was never computed. */
export const stale = ne(card.inputVersion, card.computedVersion);

/** Condition: every pay group of the period's schedule has handed it off. */
export const isSealed = notExists(
  build
    .select({ id: groupSchedule.groupId })
    .from(groupSchedule)
    .leftJoin(seal, and(eq(seal.groupId, groupSchedule.groupId), eq(seal.periodId, period.id)))
    .where(and(isGroupOfPeriod, isNull(seal.batchId))),
);

/**
 * Asks for the stale cards of a period to be computed, and for those that are sealed to be held against what was sent; one that waits already
 * waits once.
 */
export const askForRecomputeQuery = (periodId: number): SQL => sql`
  INSERT IGNORE INTO ${task} (kind, subject_id, status)
  SELECT 'recompute', ${period.id}, 'waiting' FROM ${period} WHERE ${period.id} = ${periodId}`;

/** Adds recompute tasks for all stale cards: a task that gave up or a server that died may have left some. */
export async function askForStaleCards(queries: Reads): Promise<void> {
  const periods = await queries.selectDistinct({ id: card.periodId }).from(card).where(and(stale, isOpen));
  const sealed = await queries
    .selectDistinct({ id: card.periodId })
    .from(card)
    .leftJoin(difference, differenceOfCard)
    .where(isTouched);
  for (const id of new Set([...periods, ...sealed].map((one) => one.id)))
    await queries.execute(askForRecomputeQuery(id));
}
