import { Editions, type Span } from '@heath/core';
import { eq } from 'drizzle-orm';
import type { Database } from '../database/connect.ts';
import { period } from '../database/schema/index.ts';
import { spanOf, spanOver } from './inputs.ts';
import { allEditions } from './rulebooks.ts';

/** The days of a period never change; neither do editions. So what a period needs is found once per process. */
const spans = new Map<number, Span>();

/** The instants that the cards of a period need under any edition there is; undefined where there is no such period. */
export async function spanOfPeriod(database: Database, id: number): Promise<Span | undefined> {
  const known = spans.get(id);
  if (known !== undefined) return known;
  const [days] = await database.select().from(period).where(eq(period.id, id));
  if (days === undefined) return undefined;
  const editions = await allEditions(database);
  const span = spanOver(editions.map((each) => spanOf({ ...days, editions: Editions.always(each) })));
  spans.set(id, span);
  return span;
}

/** An edition came that needs more: the span is found anew. */
export const forgetSpan = (periodId: number): void => void spans.delete(periodId);
