import type { BatchLine, Workday } from '@heath/core';
import { and, desc, eq, inArray, isNull, lt, ne, type SQL, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import type { Pays } from '../../../database/audit-events.ts';
import type { Queries, Reads } from '../../../database/connect.ts';
import { insertMany } from '../../../database/insert-many.ts';
import {
  batch,
  batchChunk,
  batchCode,
  batchFile,
  batchLine,
  card,
  delivery,
  difference,
  payCode,
  period,
  person,
  refusedLine,
  seal,
  setting,
  takenOutLine,
  user,
} from '../../../database/schema/index.ts';
import { sealOfCard } from '../../../records/sealed.ts';
import { batchWithinReach } from '../../../rights/reach.ts';
import type { Who } from '../../../rights/who.ts';

const lastDelivery = alias(delivery, 'last_delivery');

const batches = (queries: Reads) =>
  queries
    .select({
      batch,
      firstDay: period.firstDay,
      lastDay: period.lastDay,
      payDay: period.payDay,
      scheduleId: period.scheduleId,
      by: user.name,
      endedBy: sql<string | null>`(SELECT name FROM user WHERE user.id = ${batch.endedBy})`,
      file: batchFile,
      deliveryId: lastDelivery.id,
      delivered: lastDelivery.status,
      unansweredSince: lastDelivery.unansweredSince,
      gaveUp:
        sql<number>`EXISTS (SELECT 1 FROM task WHERE task.kind = 'deliver' AND task.subject_id = ${lastDelivery.id} AND task.status = 'failed')`.mapWith(
          Boolean,
        ),
      /** How many of its deliveries were accepted, as a whole or in part. */
      accepted:
        sql<number>`(SELECT COUNT(*) FROM delivery WHERE delivery.batch_id = ${batch.id} AND delivery.status IN ('accepted', 'in part'))`.mapWith(
          Number,
        ),
      groups: sql<
        string | null
      >`(SELECT GROUP_CONCAT(pay_group.name ORDER BY pay_group.name SEPARATOR '\t') FROM seal JOIN pay_group ON pay_group.id = seal.group_id WHERE seal.batch_id = ${batch.id})`,
    })
    .from(batch)
    .innerJoin(period, eq(period.id, batch.periodId))
    .innerJoin(user, eq(user.id, batch.madeBy))
    .leftJoin(batchFile, eq(batchFile.batchId, batch.id))
    .leftJoin(
      lastDelivery,
      eq(lastDelivery.id, sql`(SELECT MAX(d.id) FROM delivery d WHERE d.batch_id = ${batch.id})`),
    );
export type BatchRow = Awaited<ReturnType<typeof batches>>[number];

/** Condition: the batch is or was handed off. Waived hours are kept as batches too, and never leave. */
const isHandedOff = ne(batch.kind, 'waived');

export function batchesOf(queries: Reads, who: Who, periodId: number): Promise<BatchRow[]> {
  return batches(queries)
    .where(and(eq(batch.periodId, periodId), isHandedOff, batchWithinReach(who)))
    .orderBy(desc(batch.number));
}

export async function findBatch(queries: Reads, id: number, which?: SQL): Promise<BatchRow | undefined> {
  return (await batches(queries).where(and(eq(batch.id, id), isHandedOff, which)))[0];
}

/** Locks a batch until the transaction ends. */
export async function lockBatch(queries: Reads, id: number): Promise<void> {
  await queries.select({ id: batch.id }).from(batch).where(eq(batch.id, id)).for('update');
}

const MOST_EARLIER = 60;

/** Batches of the periods before this one, the latest first. */
export function batchesBefore(queries: Reads, who: Who, of: typeof period.$inferSelect): Promise<BatchRow[]> {
  return batches(queries)
    .where(
      and(
        eq(period.scheduleId, of.scheduleId),
        lt(period.firstDay, of.firstDay),
        isHandedOff,
        batchWithinReach(who),
      ),
    )
    .orderBy(desc(period.firstDay), desc(batch.number))
    .limit(MOST_EARLIER);
}

/** Whose pay a batch changes: everybody with a line in it, alike. */
export const paysOfBatch = (batchId: number): Pays => ({
  alike: (personId) =>
    sql<boolean>`EXISTS (SELECT 1 FROM ${batchLine} WHERE ${batchLine.batchId} = ${batchId} AND ${batchLine.personId} = ${personId})`,
});

/** Sums of a batch by code. */
export const codesOfBatch = (queries: Reads, batchId: number) =>
  queries
    .select({
      code: batchCode.code,
      name: sql<string>`COALESCE(${payCode.name}, '')`,
      sum: batchCode.sum,
      lines: batchCode.lines,
      people: batchCode.people,
      hours: batchCode.hours,
    })
    .from(batchCode)
    .leftJoin(payCode, eq(payCode.code, batchCode.code))
    .where(eq(batchCode.batchId, batchId))
    .orderBy(batchCode.code, batchCode.sum);

/** Sums by code over the active batches of a period. */
export const codesOfPeriod = (queries: Reads, who: Who, periodId: number) =>
  queries
    .select({
      code: batchCode.code,
      name: sql<string>`COALESCE(MAX(${payCode.name}), '')`,
      kind: sql<string>`MAX(${payCode.kind})`,
      sum: batchCode.sum,
      lines: sql<number>`SUM(${batchCode.lines})`.mapWith(Number),
      people: sql<number>`SUM(${batchCode.people})`.mapWith(Number),
      hours: sql<number>`SUM(${batchCode.hours})`.mapWith(Number),
    })
    .from(batchCode)
    .innerJoin(batch, eq(batch.id, batchCode.batchId))
    .leftJoin(payCode, eq(payCode.code, batchCode.code))
    .where(and(eq(batch.periodId, periodId), isNull(batch.ended), isHandedOff, batchWithinReach(who)))
    .groupBy(batchCode.code, batchCode.sum)
    .orderBy(batchCode.code, batchCode.sum);

/** Takes the number of the next batch. Other handoffs wait for this transaction, so that no number is left out or given twice. */
export async function nextNumber(queries: Queries): Promise<number> {
  await queries
    .insert(setting)
    .values({ name: LAST_HANDOFF, value: '1' })
    .onDuplicateKeyUpdate({ set: { value: sql`CAST(${setting.value} AS UNSIGNED) + 1` } });
  return lastNumber(queries);
}

const LAST_HANDOFF = 'last-handoff';

/** Raises the last number, so that the next batch has a higher one than this. */
export async function raiseLastNumber(queries: Queries, number: number): Promise<void> {
  if (number <= (await lastNumber(queries))) return;
  await queries
    .insert(setting)
    .values({ name: LAST_HANDOFF, value: String(number) })
    .onDuplicateKeyUpdate({
      set: { value: sql`GREATEST(CAST(${setting.value} AS UNSIGNED), ${number})` },
    });
}

/** The number of the last batch. */
export async function lastNumber(queries: Reads): Promise<number> {
  const [row] = await queries
    .select({ value: setting.value })
    .from(setting)
    .where(eq(setting.name, LAST_HANDOFF));
  return Number(row?.value ?? 0);
}

export async function addBatch(queries: Queries, values: typeof batch.$inferInsert): Promise<number> {
  const [result] = await queries.insert(batch).values(values);
  return result.insertId;
}

/** Stores the totals of a batch, once its lines are written. */
export async function countBatch(
  queries: Queries,
  id: number,
  set: Pick<
    typeof batch.$inferSelect,
    'people' | 'lines' | 'payableHours' | 'premiumHours' | 'content' | 'overrides'
  >,
): Promise<void> {
  await queries.update(batch).set(set).where(eq(batch.id, id));
}

/** The batch that has the same content and stands; undefined where there is none. */
export async function batchWith(queries: Reads, content: string): Promise<number | null> {
  const [row] = await queries.select({ number: batch.number }).from(batch).where(eq(batch.content, content));
  return row?.number ?? null;
}

/** Seals the cards of these pay groups in a period with a batch. */
export async function sealGroups(
  queries: Queries,
  groups: readonly number[],
  made: Omit<typeof seal.$inferInsert, 'groupId'>,
): Promise<void> {
  if (groups.length > 0) await queries.insert(seal).values(groups.map((groupId) => ({ groupId, ...made })));
}

/** The people whose cards a batch closed. */
const closedBy = (queries: Reads, batchId: number) =>
  queries
    .select({ personId: card.personId })
    .from(card)
    .innerJoin(seal, and(sealOfCard, eq(seal.batchId, batchId)));

/**
 * What was sent or waived since a batch closed its cards, of the period that it closed; batches that were taken back aside. Until the transaction
 * ends, nothing more of that goes out.
 */
export async function sentSince(
  queries: Reads,
  { id, periodId }: { readonly id: number; readonly periodId: number },
): Promise<{ readonly id: number; readonly number: number | null; readonly kind: string }[]> {
  // Whoever sends what differs holds these.
  await queries
    .select({ personId: difference.personId })
    .from(difference)
    .where(and(eq(difference.periodId, periodId), inArray(difference.personId, closedBy(queries, id))))
    .for('update');
  return queries
    .selectDistinct({ id: batch.id, number: batch.number, kind: batch.kind })
    .from(batchLine)
    .innerJoin(batch, eq(batch.id, batchLine.batchId))
    .where(
      and(
        eq(batchLine.correctsId, periodId),
        ne(batch.id, id),
        isNull(batch.ended),
        inArray(batchLine.personId, closedBy(queries, id)),
      ),
    );
}

/** Removes the seals of a batch: its cards are open again. */
export async function unseal(queries: Queries, batchId: number): Promise<void> {
  await queries.delete(seal).where(eq(seal.batchId, batchId));
}

export async function endBatch(
  queries: Queries,
  id: number,
  set: Required<Pick<typeof batch.$inferInsert, 'ended' | 'endedReason' | 'endedBy' | 'endedAt'>>,
): Promise<void> {
  await queries
    .update(batch)
    .set({ ...set, content: null })
    .where(eq(batch.id, id));
}

/** A line of a batch to insert: everything that its file and its row hold. */
export interface NewLine extends BatchLine {
  readonly personId: number;
  readonly seconds: number;
  readonly corrects: { readonly id: number; readonly firstDay: Workday; readonly lastDay: Workday } | null;
}

/** Inserts the lines of a batch. */
export const addLines = (queries: Queries, batchId: number, lines: readonly NewLine[]): Promise<void> =>
  insertMany(
    queries,
    batchLine,
    lines.map((line) => ({
      batchId,
      seq: line.seq,
      personId: line.personId,
      personNumber: line.person,
      workday: line.workday,
      code: line.code,
      classId: line.classId,
      multiplier: line.multiplier,
      rule: line.rule,
      job: line.job,
      department: line.department,
      site: line.site,
      costCenter: line.costCenter,
      seconds: line.seconds,
      hours: line.hours,
      correctsId: line.corrects?.id ?? null,
    })),
  );

export async function addCodes(
  queries: Queries,
  rows: readonly (typeof batchCode.$inferInsert)[],
): Promise<void> {
  if (rows.length > 0) await queries.insert(batchCode).values([...rows]);
}

export async function addFile(queries: Queries, values: typeof batchFile.$inferInsert): Promise<void> {
  await queries.insert(batchFile).values(values);
}

/** Stores size and SHA-256 of the file of a batch, once its bytes are written. */
export async function countFile(
  queries: Queries,
  batchId: number,
  set: Pick<typeof batchFile.$inferSelect, 'lines' | 'linesOfBatch' | 'bytes' | 'sha256'>,
): Promise<void> {
  await queries.update(batchFile).set(set).where(eq(batchFile.batchId, batchId));
}

export async function addChunk(queries: Queries, values: typeof batchChunk.$inferInsert): Promise<void> {
  await queries.insert(batchChunk).values(values);
}

/** The deliveries of a batch, the latest first. */
export const deliveriesOf = (queries: Reads, batchId: number) =>
  queries
    .select({ delivery, by: user.name })
    .from(delivery)
    .innerJoin(user, eq(user.id, delivery.madeBy))
    .where(eq(delivery.batchId, batchId))
    .orderBy(desc(delivery.id));

/** Lines that the pay system refused of these deliveries. */
export const refusedOf = (queries: Reads, deliveries: readonly number[]) =>
  deliveries.length === 0
    ? Promise.resolve([])
    : queries
        .select()
        .from(refusedLine)
        .where(inArray(refusedLine.deliveryId, [...deliveries]))
        .orderBy(refusedLine.deliveryId, refusedLine.line);

/** People by their numbers. */
export const peopleNumbered = async (queries: Reads, numbers: readonly string[]) =>
  numbers.length === 0
    ? []
    : queries
        .select({ id: person.id, number: person.number, name: person.name })
        .from(person)
        .where(inArray(person.number, [...numbers]));

export const addTakenOut = (
  queries: Queries,
  rows: readonly (typeof takenOutLine.$inferInsert)[],
): Promise<void> => insertMany(queries, takenOutLine, rows);

/** People of these lines of a batch, with the period of their card. */
export async function peopleOfLines(
  queries: Reads,
  { id, periodId }: { readonly id: number; readonly periodId: number },
  seqs: readonly number[],
): Promise<{ readonly periodId: number; readonly people: readonly number[] }[]> {
  const rows = await queries
    .selectDistinct({ personId: batchLine.personId, correctsId: batchLine.correctsId })
    .from(batchLine)
    .where(and(eq(batchLine.batchId, id), inArray(batchLine.seq, [...seqs])));
  const by = new Map<number, number[]>();
  for (const { personId, correctsId } of rows) {
    const of = correctsId ?? periodId;
    by.set(of, [...(by.get(of) ?? []), personId]);
  }
  return [...by].map(([of, people]) => ({ periodId: of, people }));
}
