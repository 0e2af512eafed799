import { and, eq } from 'drizzle-orm';
import { card, cardResult } from '../database/schema/index.ts';

/** Join condition: the computed result of a card. */
export const resultOfCard = and(
  eq(cardResult.periodId, card.periodId),
  eq(cardResult.personId, card.personId),
);
