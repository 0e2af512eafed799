import { and, eq, sql } from 'drizzle-orm';
import type { CardResults } from '../../computing/results.ts';
import type { Queries } from '../../database/connect.ts';
import { card, correction, period, person, user } from '../../database/schema.ts';

/** The period and person of a card, with the card's row locked until the transaction ends. */
export async function lockCard(queries: Queries, periodId: number, personId: number) {
  const mine = and(eq(card.periodId, periodId), eq(card.personId, personId));
  const [locked] = await queries.select({ version: card.inputVersion }).from(card).where(mine).for('update');
  if (locked === undefined) return undefined;
  const [row] = await queries
    .select({
      id: period.id,
      firstDay: period.firstDay,
      lastDay: period.lastDay,
      groupId: person.groupId,
      siteId: person.siteId,
    })
    .from(period)
    .innerJoin(person, eq(person.id, personId))
    .where(eq(period.id, periodId));
  return row;
}

export async function addCorrection(
  queries: Queries,
  values: typeof correction.$inferInsert,
): Promise<number> {
  const [result] = await queries.insert(correction).values(values);
  return result.insertId;
}

export async function findCorrection(queries: Queries, id: number) {
  const [row] = await queries.select().from(correction).where(eq(correction.id, id));
  return row;
}

/** Stores a computed card as belonging to one more version of its inputs. */
export async function storeResults(
  queries: Queries,
  periodId: number,
  personId: number,
  results: CardResults,
): Promise<void> {
  await queries
    .update(card)
    .set({
      ...results,
      inputVersion: sql`${card.inputVersion} + 1`,
      computedVersion: sql`${card.inputVersion}`,
    })
    .where(and(eq(card.periodId, periodId), eq(card.personId, personId)));
}

/** A person's corrections with the names of who made them, oldest first. */
export function correctionsOf(queries: Queries, personId: number) {
  return queries
    .select({
      id: correction.id,
      undoes: correction.undoes,
      exceptionKey: correction.exceptionKey,
      at: correction.at,
      madeAt: correction.madeAt,
      by: user.name,
    })
    .from(correction)
    .innerJoin(user, eq(user.id, correction.madeBy))
    .where(eq(correction.personId, personId))
    .orderBy(correction.id);
}
