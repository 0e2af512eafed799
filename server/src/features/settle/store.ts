import { and, eq, sql } from 'drizzle-orm';
import type { CardResults } from '../../computing/results.ts';
import type { Queries } from '../../database/connect.ts';
import { card, correction } from '../../database/schema.ts';

const theCard = (periodId: number, personId: number) =>
  and(eq(card.periodId, periodId), eq(card.personId, personId));

/** Locks a card's row until the transaction ends. */
export async function lockCard(queries: Queries, periodId: number, personId: number): Promise<void> {
  await queries
    .select({ version: card.inputVersion })
    .from(card)
    .where(theCard(periodId, personId))
    .for('update');
}

export async function addCorrection(
  queries: Queries,
  values: typeof correction.$inferInsert,
): Promise<number> {
  const [result] = await queries.insert(correction).values(values);
  return result.insertId;
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
    .where(theCard(periodId, personId));
}
