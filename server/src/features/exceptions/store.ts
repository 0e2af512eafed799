import { and, asc, count, eq, type SQL } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import { exceptionsOfCards, hasCardException } from '../../cards/listed-exceptions.ts';
import type { Reads } from '../../database/connect.ts';
import { card, department, person, site } from '../../database/schema/index.ts';
import { stale } from '../../recompute/stale-cards.ts';
import { isOpen } from '../../records/sealed.ts';

const supervisor = alias(person, 'supervisor');

/** The cards within reach of a period whose exceptions are told: those that are computed and not handed off. */
const isTold = (periodId: number, reach: SQL | undefined) =>
  and(eq(card.periodId, periodId), reach, isOpen, eq(card.inputVersion, card.computedVersion));

/** The cards within reach of a period that have something to settle or to look at and are not handed off, by name. */
export const cardsWithExceptions = (queries: Reads, periodId: number, reach: SQL | undefined) =>
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
    })
    .from(card)
    .innerJoin(person, eq(person.id, card.personId))
    .innerJoin(department, eq(department.id, card.departmentId))
    .innerJoin(site, eq(site.id, card.siteId))
    .leftJoin(supervisor, eq(supervisor.id, card.supervisorId))
    .where(and(isTold(periodId, reach), hasCardException))
    .orderBy(asc(person.name), asc(person.number));

/** What there is to settle and to look at on these cards, of each in order of time. */
export const exceptionsWithinReach = (queries: Reads, periodId: number, reach: SQL | undefined) =>
  exceptionsOfCards(queries, isTold(periodId, reach));

/** How many cards within reach are still to be computed. */
export async function countStale(queries: Reads, periodId: number, reach: SQL | undefined): Promise<number> {
  const [row] = await queries
    .select({ cards: count() })
    .from(card)
    .where(and(eq(card.periodId, periodId), reach, isOpen, stale));
  return row?.cards ?? 0;
}
