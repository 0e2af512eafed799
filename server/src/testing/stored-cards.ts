import { asc, type SQL } from 'drizzle-orm';
import { exceptionsOfCards, type ListedException } from '../cards/listed-exceptions.ts';
import { resultOfCard } from '../cards/result-of-card.ts';
import type { Reads } from '../database/connect.ts';
import { card, cardResult } from '../database/schema/index.ts';
import { byPerson } from '../records/by-person.ts';

type Stored = typeof card.$inferSelect & Omit<typeof cardResult.$inferSelect, 'periodId' | 'personId'>;

/** All that is stored of the computed cards of one period that a condition holds for: totals, results and exceptions. */
export async function storedCards(
  queries: Reads,
  condition: SQL | undefined,
): Promise<(Stored & { readonly exceptions: readonly ListedException[] })[]> {
  const rows = await queries
    .select()
    .from(card)
    .innerJoin(cardResult, resultOfCard)
    .where(condition)
    .orderBy(asc(card.personId));
  const found = byPerson(await exceptionsOfCards(queries, condition));
  return rows.map(({ card: totals, card_result: results }) => ({
    ...totals,
    ...results,
    exceptions: found.get(totals.personId) ?? [],
  }));
}
