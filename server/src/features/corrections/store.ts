import { and, eq, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import type { Reads } from '../../database/connect.ts';
import { build, type Statement, select, statement } from '../../database/round-trip.ts';
import { bulk, correction, type department, type job, type site, user } from '../../database/schema/index.ts';

/** A correction to insert. */
export type NewCorrection = Omit<typeof correction.$inferInsert, 'id'>;

/** Inserts corrections. */
export const insertCorrection = (values: readonly NewCorrection[]): Statement =>
  statement(build.insert(correction).values([...values]));

/** Id that the next correction gets unless another one is inserted first. */
export const nextIdSelect = select(
  build.select({ id: sql<number>`COALESCE(MAX(${correction.id}), 0) + 1`.as('next_id') }).from(correction),
);

/** Inserts a bulk. */
export const insertBulk = (values: Omit<typeof bulk.$inferInsert, 'id'>): Statement =>
  statement(build.insert(bulk).values(values));

const undoing = alias(bulk, 'undoing');

/** A bulk of a period, with who undid it; undefined where there is none. */
export async function bulkOf(queries: Reads, periodId: number, id: number) {
  const corrections = await queries
    .select({ id: correction.id, personId: correction.personId, settles: correction.settles })
    .from(correction)
    .where(and(eq(correction.bulkId, id), eq(correction.periodId, periodId)))
    .orderBy(correction.id);
  if (corrections.length === 0) return undefined;
  const [undone] = await queries
    .select({ by: user.name })
    .from(undoing)
    .innerJoin(user, eq(user.id, undoing.madeBy))
    .where(eq(undoing.undoes, id));
  return { corrections, undoneBy: undone?.by ?? null };
}

/** True where there is a job, department or site of this id. */
export async function exists(
  queries: Reads,
  table: typeof job | typeof department | typeof site,
  id: number,
): Promise<boolean> {
  const found = await queries.select({ id: table.id }).from(table).where(eq(table.id, id));
  return found.length > 0;
}
