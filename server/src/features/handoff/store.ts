import type { PayCodeMap } from '@heath/core';
import { and, asc, desc, eq, gt, lt, sql } from 'drizzle-orm';
import type { Queries } from '../../database/connect.ts';
import {
  card,
  handoff,
  handoffLine,
  payCode,
  payCodeClass,
  period,
  person,
  user,
} from '../../database/schema.ts';

/** What the handoff adds up: one row a card. */
export function cardSums(queries: Queries, periodId: number) {
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
export async function lockCards(queries: Queries, periodId: number): Promise<void> {
  await queries.select({ id: card.personId }).from(card).where(eq(card.periodId, periodId)).for('update');
}

/** The lines of some cards after a person's number, in order of number. */
export function cardLines(queries: Queries, periodId: number, afterNumber: string, limit: number) {
  return queries
    .select({ number: person.number, lines: card.lines })
    .from(card)
    .innerJoin(person, eq(person.id, card.personId))
    .where(and(eq(card.periodId, periodId), gt(person.number, afterNumber)))
    .orderBy(asc(person.number))
    .limit(limit);
}

export async function findPeriod(queries: Queries, periodId: number) {
  const [row] = await queries.select().from(period).where(eq(period.id, periodId));
  return row;
}

export async function payCodeMap(queries: Queries): Promise<PayCodeMap> {
  const rows = await queries
    .select({ classId: payCodeClass.classId, code: payCode.code, name: payCode.name })
    .from(payCodeClass)
    .innerJoin(payCode, eq(payCode.id, payCodeClass.payCodeId));
  return new Map(rows.map((row) => [row.classId, { code: row.code, name: row.name }]));
}

const batches = (queries: Queries) =>
  queries
    .select({ batch: handoff, firstDay: period.firstDay, lastDay: period.lastDay, by: user.name })
    .from(handoff)
    .innerJoin(period, eq(period.id, handoff.periodId))
    .innerJoin(user, eq(user.id, handoff.madeBy));
export type BatchRow = Awaited<ReturnType<typeof batches>>[number];

export async function batchOf(queries: Queries, periodId: number): Promise<BatchRow | undefined> {
  return (await batches(queries).where(eq(handoff.periodId, periodId)))[0];
}

export async function findBatch(queries: Queries, id: number): Promise<BatchRow | undefined> {
  return (await batches(queries).where(eq(handoff.id, id)))[0];
}

/** Batches of the periods before this one, newest first. */
export function batchesBefore(queries: Queries, of: typeof period.$inferSelect): Promise<BatchRow[]> {
  return batches(queries)
    .where(and(eq(period.scheduleId, of.scheduleId), lt(period.firstDay, of.firstDay)))
    .orderBy(desc(period.firstDay));
}

/** Hours by pay code of one batch. */
export async function hoursByCode(queries: Queries, handoffId: number): Promise<Map<string, number>> {
  const rows = await queries
    .select({ code: handoffLine.code, sum: sql<string>`sum(${handoffLine.hours})` })
    .from(handoffLine)
    .where(eq(handoffLine.handoffId, handoffId))
    .groupBy(handoffLine.code);
  return new Map(rows.map((row) => [row.code, Number(row.sum)]));
}

export async function addHandoff(queries: Queries, values: typeof handoff.$inferInsert): Promise<number> {
  const [result] = await queries.insert(handoff).values(values);
  return result.insertId;
}

export async function updateHandoff(
  queries: Queries,
  id: number,
  set: Pick<typeof handoff.$inferSelect, 'lines' | 'payableHours' | 'premiumHours'>,
): Promise<void> {
  await queries.update(handoff).set(set).where(eq(handoff.id, id));
}

export async function addLines(
  queries: Queries,
  lines: readonly (typeof handoffLine.$inferInsert)[],
): Promise<void> {
  if (lines.length > 0) await queries.insert(handoffLine).values([...lines]);
}

/** Lines of a batch after one of them, in order. */
export function linesAfter(queries: Queries, handoffId: number, seq: number, limit: number) {
  return queries
    .select()
    .from(handoffLine)
    .where(and(eq(handoffLine.handoffId, handoffId), gt(handoffLine.seq, seq)))
    .orderBy(asc(handoffLine.seq))
    .limit(limit);
}
