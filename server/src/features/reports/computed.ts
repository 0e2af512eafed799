import { type ComputedCard, cardsInOrder, computedCards } from '../../cards/computed-cards.ts';
import { type Asked, isAskedFor } from './define.ts';

/** Some 20 ms, in which nobody else is answered where this runs beside them. */
const CARDS_AT_ONCE = 20;

/**
 * Computes the cards of the days that are asked for, within each period in order of the numbers of their people.
 *
 * @param counts which kinds of corrections count; all where it is left out
 */
export async function* cardsAskedFor(
  asked: Asked,
  counts: (kind: string) => boolean = () => true,
): AsyncGenerator<readonly ComputedCard[]> {
  const { database, now, span } = asked;
  for (const period of asked.periods) {
    const cards = await cardsInOrder(database, period.id);
    const people = cards.filter((one) => isAskedFor(asked, one)).map(({ personId }) => personId);
    yield* computedCards({ database, now, period, people, span, counts, atOnce: CARDS_AT_ONCE });
  }
}
