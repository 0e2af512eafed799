import { Editions, type Span, type Workday } from '@heath/core';
import { eq } from 'drizzle-orm';
import type { Database } from '../database/connect.ts';
import { period } from '../database/schema/index.ts';
import { spanOf, spanOver } from './inputs.ts';
import { allEditions } from './rulebooks.ts';

/** The days of a period, and the instants that its cards need under any edition there is. */
interface PeriodSpan {
  readonly firstDay: Workday;
  readonly lastDay: Workday;
  readonly span: Span;
}

/** The days of a period never change; neither do editions. So what a period needs is found once per process. */
const spans = new Map<number, PeriodSpan>();

/** What the cards of a period need; undefined where there is no such period. */
export async function spanOfPeriod(database: Database, id: number): Promise<PeriodSpan | undefined> {
  const known = spans.get(id);
  if (known !== undefined) return known;
  const [days] = await database.select().from(period).where(eq(period.id, id));
  if (days === undefined) return undefined;
  const editions = await allEditions(database);
  const span = spanOver(editions.map((each) => spanOf({ ...days, editions: Editions.always(each) })));
  const found = { firstDay: days.firstDay, lastDay: days.lastDay, span };
  spans.set(id, found);
  return found;
}

/** An edition came that needs more: the span is found anew. */
export const forgetSpan = (periodId: number): void => void spans.delete(periodId);
