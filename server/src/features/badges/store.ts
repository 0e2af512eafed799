import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import type { Queries, Reads } from '../../database/connect.ts';
import { badge, badgeOwner, person, punch, site } from '../../database/schema/index.ts';
import { badgePunchColumns, ownersOf, siteOfPunch, unownedOf } from '../../records/owned-punches.ts';

/** What was punched with a badge while nobody had it. */
export interface UnownedBadge {
  readonly id: number;
  readonly code: string;
  readonly punches: number;
  readonly firstAt: number;
  readonly lastAt: number;
  readonly site: string;
}

/** Badges that nobody ever had, with what was punched with them. */
const neverOwned = (queries: Reads): Promise<UnownedBadge[]> =>
  queries
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
    .innerJoin(site, siteOfPunch)
    .where(sql`${badge.id} NOT IN (SELECT ${badgeOwner.badgeId} FROM ${badgeOwner})`)
    .groupBy(badge.id);

/** Badges that somebody has or had, but not always, with what was punched with them while nobody did. */
async function sometimesUnowned(queries: Reads): Promise<UnownedBadge[]> {
  const sometimes = sql`${badgeOwner.badgeId} IN (
    SELECT had.badge_id FROM ${badgeOwner} had GROUP BY had.badge_id
    HAVING COUNT(*) > COUNT(had.person_id) OR MIN(had.first_day) > '2000-01-01')`;
  const owners = await ownersOf(queries, sometimes);
  if (owners.badges.length === 0) return [];
  const punches = await queries
    .select({ ...badgePunchColumns, code: badge.code, site: site.name })
    .from(punch)
    .innerJoin(badge, eq(badge.id, punch.badgeId))
    .innerJoin(site, siteOfPunch)
    .where(
      and(
        inArray(punch.badgeId, [...owners.badges]),
        // Before anybody had it, or from a day on which nobody had it any more; who had it on that day itself, the wall clock says.
        sql`(${punch.at} < UNIX_TIMESTAMP((SELECT MIN(had.first_day) FROM ${badgeOwner} had WHERE had.badge_id = ${punch.badgeId})) + 172800
          OR EXISTS (SELECT 1 FROM ${badgeOwner} had WHERE had.badge_id = ${punch.badgeId} AND had.person_id IS NULL
                       AND ${punch.at} >= UNIX_TIMESTAMP(had.first_day) - 172800))`,
      ),
    )
    .orderBy(asc(punch.at));
  const found = new Map<number, UnownedBadge>();
  for (const one of unownedOf(punches, owners)) {
    const { badgeId: id, code, at, site: name } = one;
    const before = found.get(id) ?? { id, code, punches: 0, firstAt: at, lastAt: at, site: name };
    const [least = name] = [name, before.site].sort();
    found.set(id, { ...before, punches: before.punches + 1, lastAt: at, site: least });
  }
  return [...found.values()];
}

/** Badges that nobody has, ever had, or has just now, with what was punched with them while nobody did; in order of their codes. */
export async function unownedBadges(queries: Reads): Promise<UnownedBadge[]> {
  const all = [...(await neverOwned(queries)), ...(await sometimesUnowned(queries))];
  return all.sort((a, b) => (a.code < b.code ? -1 : 1));
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
