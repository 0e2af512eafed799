import { and, eq, exists, sql } from 'drizzle-orm';
import type { Queries } from '../../../database/connect.ts';
import { build } from '../../../database/round-trip.ts';
import { batch, batchLine, card, difference, seal } from '../../../database/schema/index.ts';
import { periodOfLine } from '../../../pay/batch-lines.ts';
import { AGREES } from '../../../recompute/differences.ts';
import { askForRecomputeQuery } from '../../../recompute/stale-cards.ts';
import { sealOfCard } from '../../../records/sealed.ts';

/** A difference that is not compared yet. */
const NOTHING = { ...AGREES, version: 0 };

/**
 * Lets every card that a batch has lines of be held against what was sent anew, also of earlier periods that it corrects: the batch is taken
 * back, or in part taken out.
 */
export async function compareAnew(tx: Queries, batchId: number): Promise<void> {
  const ofBatch = build
    .select({ seq: batchLine.seq })
    .from(batchLine)
    .innerJoin(batch, eq(batch.id, batchLine.batchId))
    .where(
      sql`${batchLine.batchId} = ${batchId} AND ${batchLine.personId} = ${difference.personId} AND ${periodOfLine} = ${difference.periodId}`,
    );
  await tx.update(difference).set(NOTHING).where(exists(ofBatch));
  const periods = await tx
    .selectDistinct({ id: periodOfLine.mapWith(Number) })
    .from(batchLine)
    .innerJoin(batch, eq(batch.id, batchLine.batchId))
    .where(eq(batchLine.batchId, batchId));
  for (const { id } of periods) await tx.execute(askForRecomputeQuery(id));
}

/**
 * Forgets what differs of every card that a batch closed, before they are open again: what came after the handoff goes out with the card then,
 * also where the batch had no line of it, and would go out twice.
 */
export async function forgetDifferences(tx: Queries, batchId: number): Promise<void> {
  const closedBy = build
    .select({ personId: card.personId })
    .from(card)
    .innerJoin(seal, sealOfCard)
    .where(
      and(
        eq(seal.batchId, batchId),
        eq(card.periodId, difference.periodId),
        eq(card.personId, difference.personId),
      ),
    );
  await tx.update(difference).set(NOTHING).where(exists(closedBy));
}
