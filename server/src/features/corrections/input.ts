import type { CardInputReply } from '@heath/contract';
import { carry } from '@heath/core';
import { eq } from 'drizzle-orm';
import { type CardKey, readCard } from '../../computing/read-card.ts';
import { carriedNames, writtenOf } from '../../computing/rulebooks.ts';
import { sendAlone } from '../../database/round-trip.ts';
import { person } from '../../database/schema/index.ts';
import type { Context } from '../../http/context.ts';
import { Problem } from '../../http/problem.ts';
import { reaches, type Who } from '../../rights/who.ts';

/** What a card follows from, so that somebody else can compute it with one more correction. */
export async function cardInput(
  { database, clock }: Context,
  who: Who,
  key: CardKey,
): Promise<CardInputReply> {
  const read = await readCard(database, key, clock.now(), (...all) => sendAlone(database, ...all), false);
  if (read === undefined || !reaches(who, read.subject))
    throw new Problem(404, 'not-found', 'This person has no card in this period.');
  const [employed] = await database
    .select({ first: person.firstDay, last: person.lastDay })
    .from(person)
    .where(eq(person.id, key.personId));
  if (employed === undefined) throw new Error(`There is no person ${key.personId}.`);
  return { input: carry(read.input, writtenOf, await carriedNames(database)), employed };
}
