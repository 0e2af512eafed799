import { type Instant, instant, SECONDS_PER_DAY, type Span, wallOf, ZoneTables } from '@heath/core';
import { and, between, eq, inArray, type SQL } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { badgeOwner, punch, site } from '../database/schema/index.ts';
import { type Among, amongThese } from './among.ts';
import { badgesOf, type Owner, Owners, ownerOn } from './badges.ts';

/** A punch by its badge, with the zone whose wall clock it was made by. */
export interface BadgePunch {
  readonly badgeId: number;
  readonly at: Instant;
  readonly zone: string;
}

/** Zones as they are around some punches. */
export function zonesAround(punches: readonly { readonly at: Instant }[]): ZoneTables {
  let [from, to] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const { at } of punches) {
    from = Math.min(from, at);
    to = Math.max(to, at);
  }
  return ZoneTables.around(instant(from), instant(to));
}

/** Id of whoever had the badge on the day that the wall clock of the punch's site showed; null where nobody had. */
const ownerAt = (owners: readonly Owner[], { at, zone }: BadgePunch, zones: ZoneTables): number | null =>
  ownerOn(owners, Math.floor(wallOf(zones.of(zone), at) / SECONDS_PER_DAY));

/** Who had which badge from which day on, of the badges that a condition holds for. */
export const ownersOf = async (queries: Reads, condition: SQL): Promise<Owners> =>
  new Owners(
    await queries.select().from(badgeOwner).where(condition).orderBy(badgeOwner.badgeId, badgeOwner.firstDay),
  );

/** Condition: the punch was made within a span, with a badge that one of these people ever had. */
const ofBadgesHad = (among: Among, { from, to }: Span): SQL | undefined =>
  and(inArray(punch.badgeId, badgesOf(among)), between(punch.at, from, to));

/**
 * Gives each punch to its owner and leaves out those of people who are not asked for.
 *
 * @param select selects punches that a condition holds for; it need not look at who owns them
 * @param people ids of the people asked for
 */
export async function ownedBy<P extends BadgePunch>(
  queries: Reads,
  people: readonly number[],
  span: Span,
  select: (condition: SQL | undefined) => Promise<readonly P[]>,
): Promise<(P & { readonly personId: number })[]> {
  if (people.length === 0) return [];
  const among = amongThese([...people].sort((a, b) => a - b));
  const [punches, owners] = await Promise.all([
    select(ofBadgesHad(among, span)),
    ownersOf(queries, inArray(badgeOwner.badgeId, badgesOf(among))),
  ]);
  if (punches.length === 0) return [];
  const asked = new Set(people);
  const zones = zonesAround(punches);
  return punches.flatMap((one) => {
    const personId = ownerAt(owners.of(one.badgeId), one, zones);
    return personId !== null && asked.has(personId) ? [{ ...one, personId }] : [];
  });
}

/** The punches whose badge nobody had when they were made. */
export function unownedOf<P extends BadgePunch>(punches: readonly P[], owners: Owners): P[] {
  if (punches.length === 0) return [];
  const zones = zonesAround(punches);
  return punches.filter((one) => ownerAt(owners.of(one.badgeId), one, zones) === null);
}

/** The columns of a `BadgePunch`, of punches joined to their sites. */
export const badgePunchColumns = { badgeId: punch.badgeId, at: punch.at, zone: site.zone };
export const siteOfPunch = eq(site.id, punch.siteId);
