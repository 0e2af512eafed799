import { and, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import { sealOfCard } from '../../computing/cards.ts';
import type { Queries } from '../../database/connect.ts';
import { approval, card, seal } from '../../database/schema/index.ts';

const undoing = alias(approval, 'undoing');

/** The cards of some people in a period, locked, with the version at which each was approved last. */
export function cardsToApprove(tx: Queries, periodId: number, people: readonly number[]) {
  return tx
    .select({
      personId: card.personId,
      groupId: card.groupId,
      siteId: card.siteId,
      departmentId: card.departmentId,
      supervisorId: card.supervisorId,
      inputVersion: card.inputVersion,
      computedVersion: card.computedVersion,
      toSettle: card.toSettle,
      batchId: seal.batchId,
      approvedVersion: sql<number | null>`(
        SELECT MAX(given.version) FROM ${approval} given
         WHERE given.period_id = ${card.periodId} AND given.person_id = ${card.personId} AND given.undoes IS NULL
           AND NOT EXISTS (SELECT 1 FROM ${approval} taken WHERE taken.undoes = given.id))`,
    })
    .from(card)
    .leftJoin(seal, sealOfCard)
    .where(and(eq(card.periodId, periodId), inArray(card.personId, [...people])))
    .for('update');
}
export type CardToApprove = Awaited<ReturnType<typeof cardsToApprove>>[number];

/** The last approval of a card that was not taken back. */
export async function standingApproval(tx: Queries, periodId: number, personId: number) {
  const [found] = await tx
    .select({ id: approval.id, version: approval.version })
    .from(approval)
    .leftJoin(undoing, eq(undoing.undoes, approval.id))
    .where(
      and(
        eq(approval.periodId, periodId),
        eq(approval.personId, personId),
        isNull(approval.undoes),
        isNull(undoing.id),
      ),
    )
    .orderBy(desc(approval.id))
    .limit(1);
  return found;
}

const ROWS_AT_ONCE = 2000;

/** Adds approvals, or what takes them back. */
export async function addApprovals(
  tx: Queries,
  rows: readonly (typeof approval.$inferInsert)[],
): Promise<void> {
  for (let i = 0; i < rows.length; i += ROWS_AT_ONCE)
    await tx.insert(approval).values(rows.slice(i, i + ROWS_AT_ONCE));
}
