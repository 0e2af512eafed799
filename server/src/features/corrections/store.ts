import { eq } from 'drizzle-orm';
import type { Reads } from '../../database/connect.ts';
import { build, type Statement, statement } from '../../database/round-trip.ts';
import { correction, type department, type job, type site } from '../../database/schema/index.ts';

/** A correction that is to be written. */
export type NewCorrection = Omit<typeof correction.$inferInsert, 'id'>;

/** Adds a correction. */
export const insertCorrection = (values: NewCorrection): Statement =>
  statement(build.insert(correction).values(values));

/** Whether there is a job, a department or a site of this number. */
export async function exists(
  queries: Reads,
  table: typeof job | typeof department | typeof site,
  id: number,
): Promise<boolean> {
  const found = await queries.select({ id: table.id }).from(table).where(eq(table.id, id));
  return found.length > 0;
}
