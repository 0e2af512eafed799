import { instant, SECONDS_PER_DAY, type Workday, wallOf } from '@heath/core';
import { and, asc, between, eq, inArray, type SQL, sql } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { badge, badgeOwner, punch, site } from '../database/schema/index.ts';
import { badgePunchColumns, ownersOf, siteOfPunch, unownedOf, zonesAround } from './owned-punches.ts';

/** What was punched with a badge while nobody had it. */
export interface UnownedBadge {
  readonly id: number;
  readonly code: string;
  readonly punches: number;
  readonly firstAt: number;
  readonly lastAt: number;
  readonly site: string;
}

const isNeverOwned = sql`${badge.id} NOT IN (SELECT ${badgeOwner.badgeId} FROM ${badgeOwner})`;

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
    .where(isNeverOwned)
    .groupBy(badge.id);

/** Punches of badges that somebody has or had, but not always, while nobody did; in order of time. @param also restricts them */
async function sometimesUnownedPunches(queries: Reads, also?: SQL) {
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
        also,
        // Before anybody had it, or from a day on which nobody had it any more; who had it on that day itself, the wall clock says.
        sql`(${punch.at} < UNIX_TIMESTAMP((SELECT MIN(had.first_day) FROM ${badgeOwner} had WHERE had.badge_id = ${punch.badgeId})) + 172800
          OR EXISTS (SELECT 1 FROM ${badgeOwner} had WHERE had.badge_id = ${punch.badgeId} AND had.person_id IS NULL
                       AND ${punch.at} >= UNIX_TIMESTAMP(had.first_day) - 172800))`,
      ),
    )
    .orderBy(asc(punch.at));
  return unownedOf(punches, owners);
}

/** Badges that somebody has or had, but not always, with what was punched with them while nobody did. */
async function sometimesUnowned(queries: Reads): Promise<UnownedBadge[]> {
  const found = new Map<number, UnownedBadge>();
  for (const one of await sometimesUnownedPunches(queries)) {
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

/** Badges that nobody had when they were used on these days of the site's wall clock, with how often; in order of their codes. */
export async function unownedIn(
  queries: Reads,
  { firstDay, lastDay }: { readonly firstDay: Workday; readonly lastDay: Workday },
): Promise<{ readonly code: string; readonly punches: number }[]> {
  // Wall clocks are up to a day ahead of UTC, or behind it.
  const around = between(
    punch.at,
    instant((firstDay - 1) * SECONDS_PER_DAY),
    instant((lastDay + 2) * SECONDS_PER_DAY),
  );
  const never = await queries
    .select({ ...badgePunchColumns, code: badge.code })
    .from(badge)
    .innerJoin(punch, eq(punch.badgeId, badge.id))
    .innerJoin(site, siteOfPunch)
    .where(and(isNeverOwned, around));
  const punches = [...never, ...(await sometimesUnownedPunches(queries, around))];
  if (punches.length === 0) return [];
  const zones = zonesAround(punches);
  const counts = new Map<string, number>();
  for (const { at, zone, code } of punches) {
    const day = Math.floor(wallOf(zones.of(zone), at) / SECONDS_PER_DAY);
    if (day >= firstDay && day <= lastDay) counts.set(code, (counts.get(code) ?? 0) + 1);
  }
  return [...counts]
    .map(([code, count]) => ({ code, punches: count }))
    .sort((a, b) => (a.code < b.code ? -1 : 1));
}
