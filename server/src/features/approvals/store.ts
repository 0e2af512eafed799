import { and, eq, inArray } from 'drizzle-orm';
import { resultOfCard } from '../../cards/result-of-card.ts';
import type { Queries } from '../../database/connect.ts';
import { approval, card, cardResult, period, seal, wholeFingerprint } from '../../database/schema/index.ts';
import { sealOfCard } from '../../records/sealed.ts';

/** The cards of some people in a period, locked. */
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
      payableHours: card.payableHours,
      fingerprint: wholeFingerprint,
      firstDay: period.firstDay,
      days: cardResult.days,
      batchId: seal.batchId,
    })
    .from(card)
    .innerJoin(period, eq(period.id, card.periodId))
    .leftJoin(cardResult, resultOfCard)
    .leftJoin(seal, sealOfCard)
    .where(and(eq(card.periodId, periodId), inArray(card.personId, [...people])))
    .for('update');
}
export type CardToApprove = Awaited<ReturnType<typeof cardsToApprove>>[number];

const ROWS_AT_ONCE = 2000;

/** Adds approvals, or what takes them back. */
export async function addApprovals(
  tx: Queries,
  rows: readonly (typeof approval.$inferInsert)[],
): Promise<void> {
  for (let i = 0; i < rows.length; i += ROWS_AT_ONCE)
    await tx.insert(approval).values(rows.slice(i, i + ROWS_AT_ONCE));
}
