import { type Computed, compute, instant, type Workday, workday } from '@heath/core';
import { and, asc, eq } from 'drizzle-orm';
import { type ReadCard, readCards } from '../../cards/read-card.ts';
import { sendAlone } from '../../database/round-trip.ts';
import { card, person } from '../../database/schema/index.ts';
import { type Asked, isAskedFor } from './define.ts';

/** So many cards are read and computed before anybody else is answered: some 20 ms. */
const CARDS_AT_ONCE = 20;

/** A card as it is computed now, with the days of it that are asked for. */
export interface ComputedCard extends ReadCard {
  readonly computed: Computed;
  readonly days: { readonly firstDay: Workday; readonly lastDay: Workday };
}

/** Leaves out some of what was corrected, where a report asks what would be without. */
type CorrectionsToKeep = (kind: string) => boolean;
const ALL: CorrectionsToKeep = () => true;

/**
 * Computes the cards of the days that are asked for, in order of the numbers of their people within each period. Of what is kept of cards, shifts and
 * settled exceptions are not: who asks for them has them computed.
 *
 * @param keep kinds of corrections that count
 */
export async function* computedCards(
  asked: Asked,
  keep: CorrectionsToKeep = ALL,
): AsyncGenerator<readonly ComputedCard[]> {
  const { database, now, span } = asked;
  for (const { id, firstDay, lastDay } of asked.periods) {
    const days = {
      firstDay: workday(Math.max(firstDay, span.firstDay)),
      lastDay: workday(Math.min(lastDay, span.lastDay)),
    };
    const people = await database
      .select({
        personId: card.personId,
        groupId: card.groupId,
        departmentId: card.departmentId,
        siteId: card.siteId,
      })
      .from(card)
      .innerJoin(person, and(eq(person.id, card.personId)))
      .where(eq(card.periodId, id))
      .orderBy(asc(person.number));
    const ids = people.filter((one) => isAskedFor(asked, one)).map(({ personId }) => personId);
    for (let from = 0; from < ids.length; from += CARDS_AT_ONCE) {
      const some = ids.slice(from, from + CARDS_AT_ONCE);
      const read = await readCards(
        database,
        id,
        some,
        instant(now),
        (...all) => sendAlone(database, ...all),
        false,
      );
      const byId = new Map(read.map((one) => [one.subject.personId as number, one]));
      yield some.flatMap((personId) => {
        const one = byId.get(personId);
        if (one === undefined) return [];
        const { input } = one;
        const corrections = input.corrections.filter(({ kind }) => keep(kind));
        return [{ ...one, days, computed: compute({ ...input, corrections }) }];
      });
    }
  }
}
