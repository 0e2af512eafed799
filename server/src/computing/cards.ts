import { Editions, inputSpan, type Workday } from '@heath/core';
import { and, eq, gte, inArray, lte, ne, type SQL, sql } from 'drizzle-orm';
import type { Queries } from '../database/connect.ts';
import { card, handoff, payGroup, period, person, rulebookEdition, task } from '../database/schema.ts';
import { compiledEdition } from './rulebooks.ts';

/** No cycle and no average over weeks reaches further beyond a period's end than this. */
const FURTHEST_REACH_DAYS = 400;

/** Periods whose cards punches between these days can change: those that need them as input under some edition. */
export async function periodsTouched(
  queries: Queries,
  first: Workday,
  last: Workday,
): Promise<(typeof period.$inferSelect)[]> {
  const near = await queries
    .select()
    .from(period)
    .where(
      and(
        lte(period.firstDay, (last + FURTHEST_REACH_DAYS) as Workday),
        gte(period.lastDay, (first - FURTHEST_REACH_DAYS) as Workday),
      ),
    );
  const rows = await queries.select({ id: rulebookEdition.id }).from(rulebookEdition);
  const editions: Editions[] = [];
  for (const { id } of rows) editions.push(Editions.always(await compiledEdition(queries, id)));
  return near.filter(({ firstDay, lastDay }) =>
    editions.some((edition) => {
      const needs = inputSpan(firstDay, lastDay, edition, [{ first: firstDay, last: lastDay }]);
      return needs.first <= last && needs.last >= first;
    }),
  );
}

/** Makes sure that everybody who is paid in a period has a card in it. */
export async function ensureCards(queries: Queries, periodId: number): Promise<void> {
  await queries.execute(sql`
    INSERT IGNORE INTO ${card} (period_id, person_id)
    SELECT ${period.id}, ${person.id} FROM ${period}
      JOIN ${payGroup} ON ${payGroup.scheduleId} = ${period.scheduleId}
      JOIN ${person} ON ${person.groupId} = ${payGroup.id}
     WHERE ${period.id} = ${periodId} AND ${person.firstDay} <= ${period.lastDay}
       AND (${person.lastDay} IS NULL OR ${person.lastDay} >= ${period.firstDay})`);
}

/** Marks these people's cards in these periods as following from inputs that are not computed yet. Neither list may be empty. */
export const touchQuery = (periodIds: readonly number[], personIds: readonly number[]): SQL => sql`
  UPDATE ${card} SET input_version = input_version + 1
   WHERE ${and(inArray(card.periodId, [...periodIds]), inArray(card.personId, [...personIds]))}`;

/** True where the period's cards are closed against change. */
export async function isSealed(queries: Queries, periodId: number): Promise<boolean> {
  const rows = await queries.select({ id: handoff.id }).from(handoff).where(eq(handoff.periodId, periodId));
  return rows.length > 0;
}

/** Asks for the stale cards of an open period to be computed, unless that is asked for and not begun. */
export const askForRecomputeQuery = (periodId: number): SQL => sql`
  INSERT INTO ${task} (kind, subject_id, status)
  SELECT 'recompute', ${period.id}, 'waiting' FROM ${period}
   WHERE ${period.id} = ${periodId}
     AND NOT EXISTS (SELECT 1 FROM ${handoff} WHERE ${handoff.periodId} = ${period.id})
     AND NOT EXISTS (SELECT 1 FROM ${task}
                      WHERE ${task.kind} = 'recompute' AND ${task.subjectId} = ${period.id} AND ${task.status} = 'waiting')`;

/** Asks for whatever is stale in open periods to be computed: what a task that gave up, or a server that died, left undone. */
export async function askForStaleCards(queries: Queries): Promise<void> {
  const periods = await queries.selectDistinct({ id: card.periodId }).from(card).where(stale);
  for (const { id } of periods) await queries.execute(askForRecomputeQuery(id));
}

/** The card's results no longer belong to its inputs. */
export const stale = ne(card.inputVersion, card.computedVersion);
