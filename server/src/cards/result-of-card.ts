import { and, eq } from 'drizzle-orm';
import { card, cardResult } from '../database/schema/index.ts';

/** What was computed of a card: to be joined to it. */
export const resultOfCard = and(
  eq(cardResult.periodId, card.periodId),
  eq(cardResult.personId, card.personId),
);
