import type { Exception, Severity } from '@heath/core';
import { and, asc, eq, exists, type SQL } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { build } from '../database/round-trip.ts';
import { card, cardException } from '../database/schema/index.ts';

type ListedSeverity = Exclude<Severity, 'note'>;

/** A stored exception of a computed card. */
export type ListedException = Omit<typeof cardException.$inferSelect, 'periodId' | 'personId' | 'place'>;

/** True where the exception is to be settled or looked at. Notes for the record are on the card, and in no list. */
export const isListed = (exception: Exception): exception is Exception & { severity: ListedSeverity } =>
  exception.severity !== 'note';

const isOfCard = and(eq(cardException.periodId, card.periodId), eq(cardException.personId, card.personId));

/** Condition: the card has an exception to settle or to look at. */
export const hasCardException = exists(
  build.select({ place: cardException.place }).from(cardException).where(isOfCard),
);

/** Exceptions of the cards that a condition holds for, by person and then in order of time. */
export const exceptionsOfCards = (
  queries: Reads,
  condition: SQL | undefined,
): Promise<(ListedException & { readonly personId: number })[]> =>
  queries
    .select({
      personId: cardException.personId,
      key: cardException.key,
      kind: cardException.kind,
      severity: cardException.severity,
      workday: cardException.workday,
      at: cardException.at,
      measured: cardException.measured,
      limit: cardException.limit,
      zone: cardException.zone,
      proposals: cardException.proposals,
    })
    .from(cardException)
    .innerJoin(card, isOfCard)
    .where(condition)
    .orderBy(asc(cardException.personId), asc(cardException.place));
