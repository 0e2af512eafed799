import type { CardInputReply } from '@heath/contract';
import { carry } from '@heath/core';
import { eq } from 'drizzle-orm';
import type { CardKey } from '../../cards/read-card.ts';
import { cardWithinReach } from '../../cards/within-reach.ts';
import { person } from '../../database/schema/index.ts';
import type { Context } from '../../http/context.ts';
import { carriedNames, writtenOf } from '../../records/rulebooks.ts';
import type { Who } from '../../rights/who.ts';

/** Inputs of a card, so that the browser can compute it with one more correction. */
export async function cardInput(context: Context, who: Who, key: CardKey): Promise<CardInputReply> {
  const read = await cardWithinReach(context, who, key);
  const [employed] = await context.database
    .select({ first: person.firstDay, last: person.lastDay })
    .from(person)
    .where(eq(person.id, key.personId));
  if (employed === undefined) throw new Error(`There is no person ${key.personId}.`);
  return { input: carry(read.input, writtenOf, await carriedNames(context.database)), employed };
}
