import { and, eq, exists, or, sql } from 'drizzle-orm';
import { askForRecomputeQuery } from '../../computing/cards.ts';
import { sealOfCard } from '../../computing/sealed.ts';
import type { Queries } from '../../database/connect.ts';
import { build } from '../../database/round-trip.ts';
import { batch, batchLine, card, difference, seal } from '../../database/schema/index.ts';

/** The period that a line of a batch is of: its batch's own, or an earlier one that it corrects. */
const periodOfLine = sql<number>`COALESCE(${batchLine.correctsId}, ${batch.periodId})`;

/**
 * Lets every card that a batch closed or has lines of be held against what was sent anew, also of earlier periods that it corrects: the batch is
 * taken back, or in part taken out. A card that it closed without a line may differ, too: something came after that.
 */
export async function compareAnew(tx: Queries, batchId: number): Promise<void> {
  const ofBatch = build
    .select({ seq: batchLine.seq })
    .from(batchLine)
    .innerJoin(batch, eq(batch.id, batchLine.batchId))
    .where(
      sql`${batchLine.batchId} = ${batchId} AND ${batchLine.personId} = ${difference.personId} AND ${periodOfLine} = ${difference.periodId}`,
    );
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
  await tx
    .update(difference)
    .set({ version: 0, lines: [], lineCount: 0, payableHours: 0, decided: null })
    .where(or(exists(ofBatch), exists(closedBy)));
  const periods = await tx
    .selectDistinct({ id: periodOfLine.mapWith(Number) })
    .from(batchLine)
    .innerJoin(batch, eq(batch.id, batchLine.batchId))
    .where(eq(batchLine.batchId, batchId));
  for (const { id } of periods) await tx.execute(askForRecomputeQuery(id));
}
