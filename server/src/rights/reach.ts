import { and, eq, inArray, not, or, type SQL, sql } from 'drizzle-orm';
import { Problem } from '../base/problem.ts';
import type { Reads } from '../database/connect.ts';
import { assignment, batch, batchLine, card } from '../database/schema/index.ts';
import { type Who, withinReach } from './who.ts';

/** Refuses somebody who does not reach everybody, where what they ask for cannot be cut to a reach. */
export function refusePartOf({ reach }: Who): void {
  if (!reach.all)
    throw new Problem(
      403,
      'not-allowed',
      'This concerns everybody, and you reach only some. Ask somebody who reaches all.',
    );
}

/** Ids of the people whom somebody reaches by any of their assignments; null where they reach everybody. */
export async function peopleWithin(queries: Reads, { reach, personId }: Who): Promise<Set<number> | null> {
  if (reach.all) return null;
  const own = personId ?? -1;
  const placed: SQL =
    or(
      reach.groups.length > 0 ? inArray(assignment.groupId, [...reach.groups]) : undefined,
      reach.sites.length > 0 ? inArray(assignment.siteId, [...reach.sites]) : undefined,
      reach.departments.length > 0 ? inArray(assignment.departmentId, [...reach.departments]) : undefined,
      reach.reports ? eq(assignment.supervisorId, own) : undefined,
      reach.self ? eq(assignment.personId, own) : undefined,
    ) ?? sql`FALSE`;
  // The last assignment of each says where they are now.
  const last = sql`${assignment.firstDay} = (SELECT MAX(last.first_day) FROM ${assignment} AS last WHERE last.person_id = ${assignment.personId})`;
  const rows = await queries
    .select({ personId: assignment.personId })
    .from(assignment)
    .where(and(placed, last));
  return new Set(rows.map((row) => row.personId));
}

/** Those of these pay groups of which every card in the period is within reach. */
export async function groupsWithin(
  queries: Reads,
  who: Who,
  periodId: number,
  groups: readonly number[],
): Promise<number[]> {
  if (who.reach.all || groups.length === 0) return [...groups];
  const beyond = await queries
    .selectDistinct({ groupId: card.groupId })
    .from(card)
    .where(and(eq(card.periodId, periodId), not(withinReach(who))));
  const out = new Set(beyond.map(({ groupId }) => groupId));
  const withCards = await queries
    .selectDistinct({ groupId: card.groupId })
    .from(card)
    .where(and(eq(card.periodId, periodId), inArray(card.groupId, [...groups])));
  const known = new Set(withCards.map(({ groupId }) => groupId));
  // Of a group without a card, only that it is reached as a whole says whom it holds.
  return groups.filter((id) => (known.has(id) ? !out.has(id) : who.reach.groups.includes(id)));
}

/** Condition on `batch`: somebody reaches everybody whom it has lines of. */
export function batchWithinReach(who: Who): SQL {
  if (who.reach.all) return sql`TRUE`;
  return sql`NOT EXISTS (
    SELECT 1 FROM ${batchLine}
      LEFT JOIN ${card} ON ${card.personId} = ${batchLine.personId} AND ${card.periodId} = COALESCE(${batchLine.correctsId}, ${batch.periodId})
     WHERE ${batchLine.batchId} = ${batch.id} AND NOT COALESCE(${withinReach(who)}, FALSE))`;
}
