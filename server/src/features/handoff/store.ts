import type { ClassId, PayCode, PayCodeMap } from '@heath/core';
import { and, asc, desc, eq, gt, lt, sql } from 'drizzle-orm';
import type { Queries, Reads } from '../../database/connect.ts';
import {
  batch,
  batchLine,
  card,
  costCenter,
  department,
  job,
  payCode,
  payGroup,
  period,
  person,
  seal,
  site,
  user,
} from '../../database/schema/index.ts';
import { codeIds } from '../../pay/class-codes.ts';

/** What the handoff adds up: one row a card. */
export function cardSums(queries: Reads, periodId: number) {
  return queries
    .select({
      inputVersion: card.inputVersion,
      computedVersion: card.computedVersion,
      clockedSeconds: card.clockedSeconds,
      unpaidSeconds: card.unpaidSeconds,
      heldSeconds: card.heldSeconds,
      payableHours: card.payableHours,
      toSettle: card.toSettle,
      sums: card.sums,
    })
    .from(card)
    .where(eq(card.periodId, periodId));
}

/** Locks every card of a period until the transaction ends, so that nobody settles while it is sealed. */
export async function lockCards(queries: Reads, periodId: number): Promise<void> {
  await queries.select({ id: card.personId }).from(card).where(eq(card.periodId, periodId)).for('update');
}

/** The lines of some cards after a person's number, in order of number. */
export function cardLines(queries: Reads, periodId: number, afterNumber: string, limit: number) {
  return queries
    .select({ personId: person.id, number: person.number, lines: card.lines })
    .from(card)
    .innerJoin(person, eq(person.id, card.personId))
    .where(and(eq(card.periodId, periodId), gt(person.number, afterNumber)))
    .orderBy(asc(person.number))
    .limit(limit);
}

export async function payCodeMap(queries: Reads): Promise<PayCodeMap> {
  const codes = await queries
    .select({ id: payCode.id, code: payCode.code, name: payCode.name })
    .from(payCode);
  const byId = new Map(codes.map(({ id, ...rest }) => [id, rest]));
  const map = new Map<ClassId, PayCode>();
  for (const [classId, id] of await codeIds(queries)) {
    const found = byId.get(id);
    if (found !== undefined) map.set(classId, found);
  }
  return map;
}

/** The codes of jobs, departments, sites and cost centers, by their numbers. */
export async function placeCodes(queries: Reads) {
  const of = async (table: typeof job | typeof department | typeof site | typeof costCenter) => {
    const rows = await queries.select({ id: table.id, code: table.code }).from(table);
    const codes = new Map(rows.map(({ id, code }) => [id, code]));
    return (id: number | null) => (id === null ? null : (codes.get(id) ?? null));
  };
  return {
    job: await of(job),
    department: await of(department),
    site: await of(site),
    costCenter: await of(costCenter),
  };
}

/** Closes the cards of every pay group of a schedule in a period: they went out with a batch. */
export async function sealGroups(
  queries: Queries,
  scheduleId: number,
  made: Omit<typeof seal.$inferInsert, 'groupId'>,
): Promise<void> {
  const groups = await queries
    .select({ groupId: payGroup.id })
    .from(payGroup)
    .where(eq(payGroup.scheduleId, scheduleId));
  await queries.insert(seal).values(groups.map(({ groupId }) => ({ groupId, ...made })));
}

const batches = (queries: Reads) =>
  queries
    .select({ batch, firstDay: period.firstDay, lastDay: period.lastDay, by: user.name })
    .from(batch)
    .innerJoin(period, eq(period.id, batch.periodId))
    .innerJoin(user, eq(user.id, batch.madeBy));
export type BatchRow = Awaited<ReturnType<typeof batches>>[number];

export async function batchOf(queries: Reads, periodId: number): Promise<BatchRow | undefined> {
  return (await batches(queries).where(and(eq(batch.periodId, periodId), eq(batch.kind, 'regular'))))[0];
}

export async function findBatch(queries: Reads, id: number): Promise<BatchRow | undefined> {
  return (await batches(queries).where(eq(batch.id, id)))[0];
}

/** Batches of the periods before this one, newest first. */
export function batchesBefore(queries: Reads, of: typeof period.$inferSelect): Promise<BatchRow[]> {
  return batches(queries)
    .where(and(eq(period.scheduleId, of.scheduleId), lt(period.firstDay, of.firstDay)))
    .orderBy(desc(period.firstDay));
}

/** Hours by pay code of one batch. */
export async function hoursByCode(queries: Reads, batchId: number): Promise<Map<string, number>> {
  const rows = await queries
    .select({ code: batchLine.code, sum: sql<string>`sum(${batchLine.hours})` })
    .from(batchLine)
    .where(eq(batchLine.batchId, batchId))
    .groupBy(batchLine.code);
  return new Map(rows.map((row) => [row.code, Number(row.sum)]));
}

export async function addBatch(queries: Queries, values: typeof batch.$inferInsert): Promise<number> {
  const [result] = await queries.insert(batch).values(values);
  return result.insertId;
}

/** Says what a batch came to, once its lines are written. */
export async function countBatch(
  queries: Queries,
  id: number,
  set: Pick<typeof batch.$inferSelect, 'lines' | 'payableHours' | 'premiumHours'>,
): Promise<void> {
  await queries.update(batch).set(set).where(eq(batch.id, id));
}

export async function addLines(
  queries: Queries,
  lines: readonly (typeof batchLine.$inferInsert)[],
): Promise<void> {
  if (lines.length > 0) await queries.insert(batchLine).values([...lines]);
}

/** Lines of a batch after one of them, in order. */
export function linesAfter(queries: Reads, batchId: number, seq: number, limit: number) {
  return queries
    .select()
    .from(batchLine)
    .where(and(eq(batchLine.batchId, batchId), gt(batchLine.seq, seq)))
    .orderBy(asc(batchLine.seq))
    .limit(limit);
}
