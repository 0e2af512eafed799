import { and, eq } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { batchChunk } from '../database/schema/index.ts';

/** The bytes of the file of a batch as it was sealed, in parts. */
export async function* chunksOf(queries: Reads, batchId: number): AsyncGenerator<Buffer> {
  for (let seq = 0; ; seq++) {
    const [row] = await queries
      .select({ bytes: batchChunk.bytes })
      .from(batchChunk)
      .where(and(eq(batchChunk.batchId, batchId), eq(batchChunk.seq, seq)));
    if (row === undefined) return;
    yield row.bytes;
  }
}
