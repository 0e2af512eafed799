import { type Workday, workweekOf } from '@heath/core';
import { and, eq, gte, inArray, lte, ne, sql } from 'drizzle-orm';
import type { Queries } from '../database/connect.ts';
import { card, handoff, payGroup, period, person, rulebookEdition, task } from '../database/schema.ts';
import { compiledEdition } from './rulebooks.ts';

/** No workweek reaches further beyond a period's end than this, with a day for the shift that reaches in. */
const FURTHEST_REACH_DAYS = 8;

/** Weekdays on which some rulebook's workweek starts. */
async function weekStarts(queries: Queries): Promise<number[]> {
  const editions = await queries.select({ id: rulebookEdition.id }).from(rulebookEdition);
  const starts = new Set<number>();
  for (const { id } of editions) starts.add((await compiledEdition(queries, id)).workday.weekStartsOn);
  return [...starts];
}

/** True where punches between two days can change the cards of a period: within its whole workweeks, and a day around them. */
export function reaches(
  period: { firstDay: Workday; lastDay: Workday },
  weekStartsOn: number,
  first: Workday,
  last: Workday,
): boolean {
  return (
    first <= workweekOf(period.lastDay, weekStartsOn) + 7 &&
    last >= workweekOf(period.firstDay, weekStartsOn) - 1
  );
}

/** Periods whose cards punches between these days can change. */
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
  const starts = await weekStarts(queries);
  return near.filter((span) => starts.some((weekStartsOn) => reaches(span, weekStartsOn, first, last)));
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

/** Marks these people's cards in these periods as following from inputs that are not computed yet. */
export async function touchCards(
  queries: Queries,
  periodIds: readonly number[],
  personIds: readonly number[],
): Promise<void> {
  if (periodIds.length === 0 || personIds.length === 0) return;
  await queries
    .update(card)
    .set({ inputVersion: sql`${card.inputVersion} + 1` })
    .where(and(inArray(card.periodId, [...periodIds]), inArray(card.personId, [...personIds])));
}

/** True where the period's cards are closed against change. */
export async function isSealed(queries: Queries, periodId: number): Promise<boolean> {
  const rows = await queries.select({ id: handoff.id }).from(handoff).where(eq(handoff.periodId, periodId));
  return rows.length > 0;
}

/** Asks for the stale cards of a period to be computed, unless that is asked for and not begun. */
export async function askForRecompute(queries: Queries, periodId: number): Promise<void> {
  const waiting = await queries
    .select({ id: task.id })
    .from(task)
    .where(and(eq(task.kind, 'recompute'), eq(task.subjectId, periodId), eq(task.status, 'waiting')));
  if (waiting.length === 0)
    await queries.insert(task).values({ kind: 'recompute', subjectId: periodId, status: 'waiting' });
}

/** The card's results no longer belong to its inputs. */
export const stale = ne(card.inputVersion, card.computedVersion);
