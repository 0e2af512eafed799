import { sql } from 'drizzle-orm';
import type { Queries, Reads } from '../../database/connect.ts';
import { reason } from '../../database/schema/index.ts';

/** The reasons that are kept, in order of their letters. */
export async function reasons(queries: Reads): Promise<string[]> {
  const rows = await queries.select({ text: reason.text }).from(reason).orderBy(reason.text);
  return rows.map(({ text }) => text);
}

/** Keeps a reason, or finds that it is kept already. Returns its number. */
export async function keepReason(tx: Queries, row: Omit<typeof reason.$inferInsert, 'id'>): Promise<number> {
  const [{ insertId }] = await tx
    .insert(reason)
    .values(row)
    .onDuplicateKeyUpdate({ set: { id: sql`LAST_INSERT_ID(${reason.id})` } });
  return insertId;
}
