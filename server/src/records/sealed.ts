import { eq, notExists } from 'drizzle-orm';
import { allOf } from '../database/all-of.ts';
import { build } from '../database/round-trip.ts';
import { card, seal } from '../database/schema/index.ts';

/** The seal of a card, where its pay group has handed off its period. */
export const sealOfCard = allOf(eq(seal.periodId, card.periodId), eq(seal.groupId, card.groupId));

/** The card's pay group has not handed off its period: it is not closed against change. */
export const isOpen = notExists(build.select({ batchId: seal.batchId }).from(seal).where(sealOfCard));
