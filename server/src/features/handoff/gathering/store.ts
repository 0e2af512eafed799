import type { SumId, Workday } from '@heath/core';
import { and, desc, eq, gt, gte, inArray, isNull, lt, lte, ne, type SQL, sql } from 'drizzle-orm';
import { resultOfCard } from '../../../cards/result-of-card.ts';
import type { Reads } from '../../../database/connect.ts';
import {
  batch,
  batchCode,
  card,
  cardResult,
  groupSchedule,
  payGroup,
  period,
  seal,
} from '../../../database/schema/index.ts';
import { isGroupOfPeriod } from '../../../recompute/stale-cards.ts';
import { batchWithinReach } from '../../../rights/reach.ts';
import type { Who } from '../../../rights/who.ts';

/** Totals of each card of a period, to be added up. @param which restricts the cards */
export function cardSums(queries: Reads, periodId: number, which?: SQL) {
  return queries
    .select({
      groupId: card.groupId,
      inputVersion: card.inputVersion,
      computedVersion: card.computedVersion,
      clockedSeconds: card.clockedSeconds,
      unpaidSeconds: card.unpaidSeconds,
      heldSeconds: card.heldSeconds,
      payableHours: card.payableHours,
      toSettle: card.toSettle,
      sums: cardResult.sums,
    })
    .from(card)
    .leftJoin(cardResult, resultOfCard)
    .where(and(eq(card.periodId, periodId), which));
}

/** The pay groups of a period: of its schedule, and whoever else has cards in it; each with the batch that closed it. */
export async function groupsOf(queries: Reads, { id }: { id: number }) {
  return queries
    .select({ id: payGroup.id, name: payGroup.name, approvals: payGroup.approvals, batchId: seal.batchId })
    .from(period)
    .innerJoin(groupSchedule, isGroupOfPeriod)
    .innerJoin(payGroup, eq(payGroup.id, groupSchedule.groupId))
    .leftJoin(seal, and(eq(seal.groupId, payGroup.id), eq(seal.periodId, period.id)))
    .where(eq(period.id, id))
    .orderBy(payGroup.name);
}

/** Every pay group there is. */
export const allGroups = async (queries: Reads): Promise<number[]> =>
  (await queries.select({ id: payGroup.id }).from(payGroup)).map(({ id }) => id);

/** Locks every card of some pay groups in a period until the transaction ends, so that nobody settles while it is sealed. */
export async function lockCards(queries: Reads, periodId: number, groups: readonly number[]): Promise<void> {
  if (groups.length === 0) return;
  await queries
    .select({ id: card.personId })
    .from(card)
    .where(and(eq(card.periodId, periodId), inArray(card.groupId, [...groups])))
    .for('update');
}

/** Who has hours in another period that shares days with this one: the names of the groups that pay them there. */
export async function alsoPaid(
  queries: Reads,
  { id, firstDay, lastDay }: { id: number; firstDay: Workday; lastDay: Workday },
): Promise<Map<number, string[]>> {
  const rows = await queries
    .select({ personId: card.personId, group: payGroup.name })
    .from(card)
    .innerJoin(period, eq(period.id, card.periodId))
    .innerJoin(payGroup, eq(payGroup.id, card.groupId))
    .where(
      and(
        ne(period.id, id),
        lte(period.firstDay, lastDay),
        gte(period.lastDay, firstDay),
        gt(card.payableHours, 0),
      ),
    );
  const also = new Map<number, string[]>();
  for (const { personId, group } of rows) also.set(personId, [...(also.get(personId) ?? []), group]);
  return also;
}

/** Every code that was handed off before; null where nothing was. */
export async function codesBefore(queries: Reads): Promise<Set<string> | null> {
  const rows = await queries.selectDistinct({ code: batchCode.code }).from(batchCode);
  return rows.length === 0 ? null : new Set(rows.map(({ code }) => code));
}

/** Hours by pay code and sum (see `keyOfSum`) of the active batches of the previous period; null where there are none. */
export async function hoursBefore(
  queries: Reads,
  who: Who,
  of: typeof period.$inferSelect,
): Promise<Map<string, number> | null> {
  const [before] = await queries
    .select({ id: period.id })
    .from(period)
    .where(and(eq(period.scheduleId, of.scheduleId), lt(period.firstDay, of.firstDay)))
    .orderBy(desc(period.firstDay))
    .limit(1);
  if (before === undefined) return null;
  const rows = await queries
    .select({
      code: batchCode.code,
      sum: batchCode.sum,
      hours: sql<number>`SUM(${batchCode.hours})`.mapWith(Number),
    })
    .from(batchCode)
    .innerJoin(batch, eq(batch.id, batchCode.batchId))
    .where(
      and(
        eq(batch.periodId, before.id),
        eq(batch.kind, 'regular'),
        isNull(batch.ended),
        batchWithinReach(who),
      ),
    )
    .groupBy(batchCode.code, batchCode.sum);
  return rows.length === 0 ? null : new Map(rows.map((row) => [keyOfSum(row), row.hours]));
}

/** Names what is added up under a code. */
export const keyOfSum = ({ code, sum }: { readonly code: string | null; readonly sum: SumId }): string =>
  `${code ?? ''}\t${sum}`;
