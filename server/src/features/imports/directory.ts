import { type Directory, type Instant, SECONDS_PER_DAY, wallOf, type ZoneOffsets } from '@heath/core';
import type { Database, Queries } from '../../database/connect.ts';
import { badge } from '../../database/schema/index.ts';
import { type Owner, Owners, ownerOn } from '../../records/badges.ts';
import { UnreadableFile } from './read/types.ts';
import { directoryRows } from './store.ts';

/** What can be a badge: letters and figures with little between them. */
const BADGE = /^[\p{L}\p{N}][\p{L}\p{N} ._/-]{0,31}$/u;
/** More badges that nobody has heard of than this, and more than are known: the column holds something else. */
const MOST_NEW_BADGES = 200;

/** What files name, by what they name it; badges that are new get their numbers here. */
export interface ImportDirectory extends Directory {
  /** Who had a badge at an instant, by the day that the wall clock shows; null where nobody had. */
  ownerAt(badge: number, at: Instant, offsets: ZoneOffsets): number | null;
  /** Adds the badges that the file brought; their punches wait until somebody has them. */
  keepNew(queries: Queries): Promise<void>;
}

/** Reads people, jobs and sites by what files call them. */
export async function openDirectory(database: Database): Promise<ImportDirectory> {
  const { badges, owners: ownerRows, homes, jobs, sites } = await directoryRows(database);
  const owners = new Owners(ownerRows);
  const siteOf = new Map(homes.map(({ personId, siteId }) => [personId, siteId]));
  const known = new Map<string, { readonly id: number; readonly site: number | null }>();
  /** Who has a badge that only one person ever had, and from when. */
  const only = new Map<number, Owner>();
  let lastId = 0;
  for (const { id, code } of badges) {
    const own = owners.of(id);
    const last = own.findLast(({ personId }) => personId !== null)?.personId ?? null;
    known.set(code, { id, site: last === null ? null : (siteOf.get(last) ?? null) });
    const [first] = own;
    if (own.length === 1 && first !== undefined) only.set(id, first);
    lastId = Math.max(lastId, id);
  }
  const fresh: { id: number; code: string }[] = [];
  /** By names and codes, in whatever letters they are written. */
  const byName = (rows: readonly { readonly id: number; readonly code: string; readonly name: string }[]) => {
    const ids = new Map<string, number>();
    for (const { id, code, name } of rows) ids.set(code.toLowerCase(), id).set(name.toLowerCase(), id);
    return (name: string) => ids.get(name) ?? ids.get(name.toLowerCase());
  };
  const zones = new Map(sites.map(({ id, zone }) => [id, zone]));
  return {
    badge(code) {
      const found = known.get(code);
      if (found !== undefined) return found;
      if (!BADGE.test(code)) return undefined;
      if (fresh.length >= MOST_NEW_BADGES && fresh.length > badges.length)
        throw new UnreadableFile(
          `More than ${MOST_NEW_BADGES} badges in this file are nobody's, the last ${code}. Nothing was imported: check which column names the person.`,
        );
      const made = { id: ++lastId, site: null };
      known.set(code, made);
      fresh.push({ id: made.id, code });
      return made;
    },
    job: byName(jobs),
    site: byName(sites),
    zone(site) {
      const zone = zones.get(site);
      if (zone === undefined) throw new Error(`There is no site ${site}.`);
      return zone;
    },
    ownerAt(id, at, offsets) {
      const single = only.get(id);
      // Most badges have one owner, from long before any file.
      if (single !== undefined && at > (single.firstDay + 2) * SECONDS_PER_DAY) return single.personId;
      return ownerOn(owners.of(id), Math.floor(wallOf(offsets, at) / SECONDS_PER_DAY));
    },
    async keepNew(queries) {
      if (fresh.length > 0) await queries.insert(badge).values(fresh);
    },
  };
}
