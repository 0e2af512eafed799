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

/** Notes since when nobody knows whether the pay system has a delivery; null where that is certain. */
export async function setUnanswered(queries: Queries, id: number, since: number | null): Promise<void> {
  await queries.update(delivery).set({ unansweredSince: since }).where(eq(delivery.id, id));
}

/** Says what became of a delivery. Nothing is in doubt of it afterwards, unless that is what is said. */
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

/** Ends what would still send some deliveries. Whoever works at it notices, and finds nothing to send. */
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

/** Keeps what somebody stated that the pay system has. */
export async function addStatement(
  queries: Queries,
  values: typeof deliveryStatement.$inferInsert,
): Promise<void> {
  await queries.insert(deliveryStatement).values(values);
}

/** What was stated of some deliveries, and by whom; by delivery. */
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
