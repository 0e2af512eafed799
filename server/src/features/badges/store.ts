import { and, asc, eq, sql } from 'drizzle-orm';
import type { Queries, Reads } from '../../database/connect.ts';
import { badge, badgeOwner, person, punch, site } from '../../database/schema/index.ts';

/** Badges that nobody has, ever had, or has just now, with what was punched with them while nobody did. */
export async function unownedBadges(queries: Reads) {
  // By date in UTC: whose a punch is goes by the wall clock, but who looks for badges without an owner needs no hour more or less.
  const owner = sql`(SELECT ${badgeOwner.personId} FROM ${badgeOwner}
    WHERE ${badgeOwner.badgeId} = ${punch.badgeId} AND ${badgeOwner.firstDay} <= FROM_UNIXTIME(${punch.at})
    ORDER BY ${badgeOwner.firstDay} DESC LIMIT 1)`;
  const withoutOwner = sql`${badge.id} NOT IN (SELECT ${badgeOwner.badgeId} FROM ${badgeOwner}
    GROUP BY ${badgeOwner.badgeId} HAVING COUNT(*) = COUNT(${badgeOwner.personId}) AND MIN(${badgeOwner.firstDay}) <= '2000-01-01')`;
  return queries
    .select({
      id: badge.id,
      code: badge.code,
      punches: sql<number>`COUNT(*)`,
      firstAt: sql<number>`MIN(${punch.at})`,
      lastAt: sql<number>`MAX(${punch.at})`,
      site: sql<string>`MIN(${site.name})`,
    })
    .from(badge)
    .innerJoin(punch, eq(punch.badgeId, badge.id))
    .innerJoin(site, eq(site.id, punch.siteId))
    .where(and(withoutOwner, sql`${owner} IS NULL`))
    .groupBy(badge.id)
    .orderBy(asc(badge.code));
}

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
