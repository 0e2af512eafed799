import { and, asc, count, eq, type SQL } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import { exceptionsOfCards, hasCardException } from '../../cards/listed-exceptions.ts';
import type { Reads } from '../../database/connect.ts';
import { card, department, person, site } from '../../database/schema/index.ts';
import { stale } from '../../recompute/stale-cards.ts';
import { isOnPage, type Page } from '../../records/pages.ts';
import { isOpen } from '../../records/sealed.ts';

const supervisor = alias(person, 'supervisor');

/** Which cards of a period are listed: those within reach on a page. */
interface Listed {
  readonly periodId: number;
  readonly reach: SQL;
  readonly page: Page;
}

/** The open cards that are listed. */
const isListed = ({ periodId, reach, page }: Listed) =>
  and(eq(card.periodId, periodId), isOnPage(card.personId, page), reach, isOpen);

/** Those of them whose exceptions are told: a card that is still to be computed has none yet. */
const isTold = (of: Listed) => and(isListed(of), eq(card.inputVersion, card.computedVersion));

/** The listed cards that have something to settle or to look at and are not handed off, by name. */
export const cardsWithExceptions = (queries: Reads, of: Listed) =>
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
    .where(and(isTold(of), hasCardException))
    .orderBy(asc(person.name), asc(person.number));

/** What there is to settle and to look at on these cards, of each in order of time. */
export const exceptionsWithinReach = (queries: Reads, of: Listed) => exceptionsOfCards(queries, isTold(of));

/** Number of listed cards that are still to be computed. */
export async function countStale(queries: Reads, of: Listed): Promise<number> {
  const [row] = await queries
    .select({ cards: count() })
    .from(card)
    .where(and(isListed(of), stale));
  return row?.cards ?? 0;
}
