import { and, eq, sql } from 'drizzle-orm';
import type { Queries, Reads } from '../../../database/connect.ts';
import { batch, batchFile, delivery, period, refusedLine, task } from '../../../database/schema/index.ts';

/** A delivery, with the batch and the file that it is of. */
export async function findDelivery(queries: Reads, id: number) {
  const [row] = await queries
    .select({ delivery, batch, file: batchFile, period })
    .from(delivery)
    .innerJoin(batch, eq(batch.id, delivery.batchId))
    .innerJoin(batchFile, eq(batchFile.batchId, batch.id))
    .innerJoin(period, eq(period.id, batch.periodId))
    .where(eq(delivery.id, id));
  return row;
}

export async function addDelivery(queries: Queries, values: typeof delivery.$inferInsert): Promise<number> {
  const [result] = await queries.insert(delivery).values(values);
  return result.insertId;
}

/** Lets a delivery be sent as soon as somebody has time. */
export async function askToDeliver(queries: Queries, deliveryId: number): Promise<void> {
  await queries.insert(task).values({ kind: 'deliver', subjectId: deliveryId, status: 'waiting' });
}

/** Lets a delivery that was given up be sent again, as the same one. False where it was not given up. */
export async function askAgain(queries: Queries, deliveryId: number): Promise<boolean> {
  const [result] = await queries
    .update(task)
    .set({ status: 'waiting', attempts: 0, notBefore: 0, error: null })
    .where(and(eq(task.kind, 'deliver'), eq(task.subjectId, deliveryId), eq(task.status, 'failed')));
  return result.affectedRows === 1;
}

/** Keeps the answer to a delivery that waits for one. False where it has one. */
export async function keepAnswer(
  queries: Queries,
  id: number,
  set: Pick<typeof delivery.$inferInsert, 'status' | 'answer' | 'answeredAt'>,
): Promise<boolean> {
  const [result] = await queries
    .update(delivery)
    .set(set)
    .where(and(eq(delivery.id, id), eq(delivery.status, 'waiting')));
  return result.affectedRows === 1;
}

export async function addRefused(
  queries: Queries,
  rows: readonly (typeof refusedLine.$inferInsert)[],
): Promise<void> {
  for (let i = 0; i < rows.length; i += 2000)
    await queries.insert(refusedLine).values(rows.slice(i, i + 2000));
}

/** The task of each delivery that gave up, by its delivery. */
export async function givenUp(queries: Reads, deliveries: readonly number[]): Promise<Map<number, string>> {
  if (deliveries.length === 0) return new Map();
  const rows = await queries
    .select({ deliveryId: task.subjectId, error: task.error })
    .from(task)
    .where(
      and(
        eq(task.kind, 'deliver'),
        eq(task.status, 'failed'),
        sql`${task.subjectId} IN (${sql.join(
          deliveries.map((id) => sql`${id}`),
          sql`, `,
        )})`,
      ),
    );
  return new Map(rows.map(({ deliveryId, error }) => [deliveryId, error ?? '']));
}
