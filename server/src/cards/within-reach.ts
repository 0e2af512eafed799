import { Problem } from '../base/problem.ts';
import { sendAlone } from '../database/round-trip.ts';
import type { Context } from '../http/context.ts';
import { reaches, type Who } from '../rights/who.ts';
import { type CardKey, type ReadCard, readCard } from './read-card.ts';

/** Reads a card. Throws 404 where there is none within reach: a user who may not see a card is not told that it exists. */
export async function cardWithinReach(
  { database, clock }: Pick<Context, 'database' | 'clock'>,
  who: Who,
  key: CardKey,
): Promise<ReadCard> {
  const read = await readCard(database, key, clock.now(), (...all) => sendAlone(database, ...all), false);
  if (read === undefined || !reaches(who, read.subject))
    throw new Problem(404, 'not-found', 'This person has no card in this period.');
  return read;
}
