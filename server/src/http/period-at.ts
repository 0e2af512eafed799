import { eq } from 'drizzle-orm';
import { Problem } from '../base/problem.ts';
import type { Reads } from '../database/connect.ts';
import { period } from '../database/schema/index.ts';

/** The period that an address names. Throws 404 where there is none. */
export async function periodAt(queries: Reads, periodId: number) {
  const [row] = await queries.select().from(period).where(eq(period.id, periodId));
  if (row === undefined) throw new Problem(404, 'not-found', 'There is no such period.');
  return row;
}
