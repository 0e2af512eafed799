import { eq, exists, sql } from 'drizzle-orm';
import { askForRecomputeQuery } from '../../computing/cards.ts';
import type { Queries } from '../../database/connect.ts';
import { build } from '../../database/round-trip.ts';
import { batch, batchLine, difference } from '../../database/schema/index.ts';

/** The period that a line of a batch is of: its batch's own, or an earlier one that it corrects. */
const periodOfLine = sql<number>`COALESCE(${batchLine.correctsId}, ${batch.periodId})`;

/**
 * Lets every card that a batch has lines of be held against what was sent anew, also of earlier periods that it corrects: the batch was taken
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
  await tx
    .update(difference)
    .set({ version: 0, lines: [], lineCount: 0, payableHours: 0, decided: null })
    .where(exists(ofBatch));
  const periods = await tx
    .selectDistinct({ id: periodOfLine.mapWith(Number) })
    .from(batchLine)
    .innerJoin(batch, eq(batch.id, batchLine.batchId))
    .where(eq(batchLine.batchId, batchId));
  for (const { id } of periods) await tx.execute(askForRecomputeQuery(id));
}
