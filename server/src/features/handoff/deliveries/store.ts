import { and, eq, inArray } from 'drizzle-orm';
import type { Queries, Reads } from '../../../database/connect.ts';
import {
  batch,
  batchFile,
  delivery,
  deliveryStatement,
  period,
  refusedLine,
  task,
  user,
} from '../../../database/schema/index.ts';

/** A delivery with its batch and file. */
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

/** The keys of every delivery of a batch. */
export async function keysOfBatch(queries: Reads, batchId: number): Promise<string[]> {
  const rows = await queries
    .select({ key: delivery.key })
    .from(delivery)
    .where(eq(delivery.batchId, batchId));
  return rows.map(({ key }) => key);
}

export async function addDelivery(queries: Queries, values: typeof delivery.$inferInsert): Promise<number> {
  const [result] = await queries.insert(delivery).values(values);
  return result.insertId;
}

/** Adds the task that sends a delivery. */
export async function askToDeliver(queries: Queries, deliveryId: number): Promise<void> {
  await queries.insert(task).values({ kind: 'deliver', subjectId: deliveryId, status: 'waiting' });
}

/** Restarts the task of a delivery that gave up. Returns false where it did not give up. */
export async function askAgain(queries: Queries, deliveryId: number): Promise<boolean> {
  const [result] = await queries
    .update(task)
    .set({ status: 'waiting', attempts: 0, notBefore: 0, error: null })
    .where(and(eq(task.kind, 'deliver'), eq(task.subjectId, deliveryId), eq(task.status, 'failed')));
  return result.affectedRows === 1;
}

/** Notes since when nobody knows whether the pay system has a delivery; null where that is certain. */
export async function setUnanswered(queries: Queries, id: number, since: number | null): Promise<void> {
  await queries.update(delivery).set({ unansweredSince: since }).where(eq(delivery.id, id));
}

/** Stores the outcome of a delivery. Clears its doubt, unless the outcome is a doubt. */
export async function endDelivery(
  queries: Queries,
  id: number,
  set: Pick<typeof delivery.$inferInsert, 'status'> &
    Partial<Pick<typeof delivery.$inferInsert, 'answer' | 'answeredAt' | 'doubt' | 'unansweredSince'>>,
): Promise<void> {
  await queries
    .update(delivery)
    .set({ unansweredSince: null, doubt: null, ...set })
    .where(eq(delivery.id, id));
}

/** Ends the tasks that would send these deliveries. A server that is working at one notices and sends nothing. */
export async function endTasksOf(queries: Queries, deliveries: readonly number[]): Promise<void> {
  if (deliveries.length === 0) return;
  await queries
    .update(task)
    .set({ status: 'canceled', error: null })
    .where(
      and(
        eq(task.kind, 'deliver'),
        inArray(task.subjectId, [...deliveries]),
        inArray(task.status, ['waiting', 'failed']),
      ),
    );
}

/** Inserts a user's statement of what the pay system has. */
export async function addStatement(
  queries: Queries,
  values: typeof deliveryStatement.$inferInsert,
): Promise<void> {
  await queries.insert(deliveryStatement).values(values);
}

/** Statements about these deliveries with their users, by delivery. */
export async function statementsOf(queries: Reads, deliveries: readonly number[]) {
  if (deliveries.length === 0) return new Map<number, never>();
  const rows = await queries
    .select({ statement: deliveryStatement, by: user.name })
    .from(deliveryStatement)
    .innerJoin(user, eq(user.id, deliveryStatement.madeBy))
    .where(inArray(deliveryStatement.deliveryId, [...deliveries]));
  return new Map(rows.map((row) => [row.statement.deliveryId, row]));
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
      and(eq(task.kind, 'deliver'), eq(task.status, 'failed'), inArray(task.subjectId, [...deliveries])),
    );
  return new Map(rows.map(({ deliveryId, error }) => [deliveryId, error ?? '']));
}
