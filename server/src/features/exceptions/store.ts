import { and, count, eq, type SQL, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import type { Reads } from '../../database/connect.ts';
import { card, department, person, site } from '../../database/schema/index.ts';
import { stale } from '../../recompute/stale-cards.ts';
import { isOpen } from '../../records/sealed.ts';

const supervisor = alias(person, 'supervisor');

/** A card with nothing to settle or to look at. */
const NOTHING = '[]';

/** The cards within reach of a period that have something to settle or to look at and are not handed off, by name. */
export const cardsWithExceptions = (queries: Reads, periodId: number, reach: SQL) =>
  queries
    .select({
      personId: card.personId,
      number: person.number,
      name: person.name,
      department: department.name,
      site: site.name,
      zone: site.zone,
      groupId: card.groupId,
      supervisor: supervisor.name,
      exceptions: card.exceptions,
    })
    .from(card)
    .innerJoin(person, eq(person.id, card.personId))
    .innerJoin(department, eq(department.id, card.departmentId))
    .innerJoin(site, eq(site.id, card.siteId))
    .leftJoin(supervisor, eq(supervisor.id, card.supervisorId))
    .where(
      and(
        eq(card.periodId, periodId),
        reach,
        isOpen,
        eq(card.inputVersion, card.computedVersion),
        sql`${card.exceptions} <> ${NOTHING}`,
      ),
    )
    .orderBy(person.name, person.number);

/** How many cards within reach are still to be computed. */
export async function countStale(queries: Reads, periodId: number, reach: SQL): Promise<number> {
  const [row] = await queries
    .select({ cards: count() })
    .from(card)
    .where(and(eq(card.periodId, periodId), reach, isOpen, stale));
  return row?.cards ?? 0;
}
