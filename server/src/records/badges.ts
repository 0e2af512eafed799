import type { Workday } from '@heath/core';
import { inArray } from 'drizzle-orm';
import { build, select } from '../database/round-trip.ts';
import { badgeOwner } from '../database/schema/index.ts';
import type { Among } from './among.ts';

/** Ids of the badges that these people ever had. */
export const badgesOf = (among: Among) =>
  build.selectDistinct({ id: badgeOwner.badgeId }).from(badgeOwner).where(among(badgeOwner.personId));

/** Owners, by day, of the badges that these people ever had. */
export const ownersSelect = (among: Among) =>
  select(
    build
      .select({
        badgeId: badgeOwner.badgeId,
        firstDay: badgeOwner.firstDay,
        personId: badgeOwner.personId,
      })
      .from(badgeOwner)
      .where(inArray(badgeOwner.badgeId, badgesOf(among)))
      .orderBy(badgeOwner.badgeId, badgeOwner.firstDay),
  );

/** Owner of a badge from a day on. */
export interface Owner {
  readonly firstDay: Workday;
  /** Null: nobody's. */
  readonly personId: number | null;
}

/** Owners of badges by day. */
export class Owners {
  readonly #byBadge = new Map<number, Owner[]>();

  /** Rows in order of their first days. */
  constructor(rows: readonly (Owner & { readonly badgeId: number })[]) {
    for (const { badgeId, firstDay, personId } of rows) {
      const owners = this.#byBadge.get(badgeId);
      if (owners === undefined) this.#byBadge.set(badgeId, [{ firstDay, personId }]);
      else owners.push({ firstDay, personId });
    }
  }

  /** The badges that are known. */
  get badges(): readonly number[] {
    return [...this.#byBadge.keys()];
  }

  /** All who ever had a badge, in order. */
  of(badgeId: number): readonly Owner[] {
    return this.#byBadge.get(badgeId) ?? [];
  }
}

/** Id of the owner on a day of the wall clock; null where there is none. */
export function ownerOn(owners: readonly Owner[], day: number): number | null {
  for (let i = owners.length - 1; i >= 0; i--) {
    const owner = owners[i];
    if (owner !== undefined && owner.firstDay <= day) return owner.personId;
  }
  return null;
}
