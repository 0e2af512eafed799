import { eq, isNull } from 'drizzle-orm';
import { allOf } from '../database/all-of.ts';
import type { Reads } from '../database/connect.ts';
import { batchLine, takenOutLine } from '../database/schema/index.ts';

/** Joins a line of a batch with what says that it was taken out of it; at the left. */
export const takenOutOf = allOf(
  eq(takenOutLine.batchId, batchLine.batchId),
  eq(takenOutLine.seq, batchLine.seq),
);

/** Of lines that are joined with `takenOutOf`: those that were not. */
export const isInBatch = isNull(takenOutLine.seq);

/** The lines of the file of a batch that were taken out. */
export async function linesTakenOut(queries: Reads, batchId: number): Promise<Set<number>> {
  const rows = await queries
    .selectDistinct({ line: takenOutLine.line })
    .from(takenOutLine)
    .where(eq(takenOutLine.batchId, batchId));
  return new Set(rows.map(({ line }) => line));
}
