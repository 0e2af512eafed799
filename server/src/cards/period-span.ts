import { Editions, type Span } from '@heath/core';
import { eq } from 'drizzle-orm';
import type { Database } from '../database/connect.ts';
import { period } from '../database/schema/index.ts';
import { allEditions } from '../records/rulebooks.ts';
import { spanOf, spanOver } from './inputs.ts';

/** Spans by period, found once per process. A period that is cut needs less; a later edition may need more, see `forgetSpan`. */
const spans = new Map<number, Span>();

/**
 * The instants that the cards of a period need under any edition there is, or more; undefined where there is no such period. Its days are read
 * with its cards, never kept: a period that is cut would else be computed to its old end, and what lies beyond paid twice.
 */
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

/** Forgets the span of a period, since an edition came that needs more. */
export const forgetSpan = (periodId: number): void => void spans.delete(periodId);
