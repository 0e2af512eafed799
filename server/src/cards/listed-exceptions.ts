import type { Exception, Severity } from '@heath/core';
import { and, asc, eq, exists, type SQL } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { build } from '../database/round-trip.ts';
import { card, cardException } from '../database/schema/index.ts';

type ListedSeverity = Exclude<Severity, 'note'>;

/** What is told of an exception without computing its card again. */
export type ListedException = Omit<typeof cardException.$inferSelect, 'periodId' | 'personId' | 'place'>;

/** True of what is to settle or to look at. What is for the record alone is on the card, and in no list of what is to be done. */
export const isListed = (exception: Exception): exception is Exception & { severity: ListedSeverity } =>
  exception.severity !== 'note';

const isOfCard = and(eq(cardException.periodId, card.periodId), eq(cardException.personId, card.personId));

/** True of a card that has something to settle or to look at. */
export const hasCardException = exists(
  build.select({ place: cardException.place }).from(cardException).where(isOfCard),
);

/** What there is to settle and to look at on the cards that a condition holds for, person by person, of each in order of time. */
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
