import { eq, notExists } from 'drizzle-orm';
import { allOf } from '../database/all-of.ts';
import { build } from '../database/round-trip.ts';
import { card, seal } from '../database/schema/index.ts';

/** Join condition: the seal of a card, which exists once its pay group has handed off the period. */
export const sealOfCard = allOf(eq(seal.periodId, card.periodId), eq(seal.groupId, card.groupId));

/** Condition: the card is open, since its pay group has not handed off the period. */
export const isOpen = notExists(build.select({ batchId: seal.batchId }).from(seal).where(sealOfCard));
