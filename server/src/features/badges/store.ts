import { eq, sql } from 'drizzle-orm';
import type { Queries, Reads } from '../../database/connect.ts';
import { badge, badgeOwner, person, punch } from '../../database/schema/index.ts';

/** A badge, locked, with everybody who ever had it, in order. */
export async function lockBadge(tx: Queries, id: number) {
  const [found] = await tx.select().from(badge).where(eq(badge.id, id)).for('update');
  if (found === undefined) return undefined;
  const owners = await tx
    .select()
    .from(badgeOwner)
    .where(eq(badgeOwner.badgeId, id))
    .orderBy(badgeOwner.firstDay);
  return { ...found, owners };
}

export async function findPerson(queries: Reads, id: number) {
  const [row] = await queries.select().from(person).where(eq(person.id, id));
  return row;
}

/** From when to when there are punches of a badge; null without any. */
export async function punchedWith(queries: Reads, badgeId: number) {
  const [row] = await queries
    .select({
      from: sql<number | null>`MIN(${punch.at})`,
      to: sql<number | null>`MAX(${punch.at})`,
    })
    .from(punch)
    .where(eq(punch.badgeId, badgeId));
  return row === undefined || row.from === null || row.to === null ? null : { from: row.from, to: row.to };
}

/** Says whose a badge is from a day on. */
export async function setOwner(tx: Queries, row: typeof badgeOwner.$inferInsert): Promise<void> {
  await tx
    .insert(badgeOwner)
    .values(row)
    .onDuplicateKeyUpdate({ set: { personId: row.personId ?? null } });
}
