import { and, desc, eq, inArray, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import type { Queries, Reads } from '../../database/connect.ts';
import { card, flatAmount, job, period, person, user } from '../../database/schema/index.ts';
import { type Who, withinReach } from '../../rights/who.ts';

const takingBack = alias(flatAmount, 'taking_back');

/** Every amount of a period, the newest first, and whether it was taken back. */
export const amountsOf = (queries: Reads, periodId: number, who: Who) =>
  queries
    .select({
      id: flatAmount.id,
      personId: flatAmount.personId,
      number: person.number,
      name: person.name,
      day: flatAmount.workday,
      what: flatAmount.name,
      amount: flatAmount.amount,
      job: job.name,
      note: flatAmount.note,
      by: user.name,
      madeAt: flatAmount.madeAt,
      undoes: flatAmount.undoes,
      takenBack: takingBack.id,
    })
    .from(flatAmount)
    .innerJoin(person, eq(person.id, flatAmount.personId))
    .innerJoin(user, eq(user.id, flatAmount.madeBy))
    .leftJoin(job, eq(job.id, flatAmount.jobId))
    .leftJoin(takingBack, eq(takingBack.undoes, flatAmount.id))
    .innerJoin(card, and(eq(card.periodId, flatAmount.periodId), eq(card.personId, flatAmount.personId)))
    .where(and(eq(flatAmount.periodId, periodId), withinReach(who)))
    .orderBy(desc(flatAmount.id));

/** Who of some people has a card in a period, and from when to when they are employed. */
export const peopleWithCards = (queries: Reads, periodId: number, people: readonly number[], who: Who) =>
  queries
    .select({
      personId: card.personId,
      name: person.name,
      firstDay: person.firstDay,
      lastDay: person.lastDay,
    })
    .from(card)
    .innerJoin(person, eq(person.id, card.personId))
    .where(and(eq(card.periodId, periodId), inArray(card.personId, [...people]), withinReach(who)))
    // Whoever seals holds these, too.
    .for('update');

export async function idsOfJobs(queries: Reads): Promise<Map<string, number>> {
  const rows = await queries.select({ id: job.id, code: job.code }).from(job);
  return new Map(rows.map(({ id, code }) => [code, id]));
}

export const addAmounts = async (
  queries: Queries,
  rows: readonly (typeof flatAmount.$inferInsert)[],
): Promise<void> => {
  await queries.insert(flatAmount).values([...rows]);
};

/** An amount with its period, and what took it back. */
export async function findAmount(queries: Reads, id: number) {
  const [row] = await queries
    .select({ amount: flatAmount, takenBack: takingBack.id, firstDay: period.firstDay })
    .from(flatAmount)
    .innerJoin(period, eq(period.id, flatAmount.periodId))
    .leftJoin(takingBack, eq(takingBack.undoes, flatAmount.id))
    .where(eq(flatAmount.id, id))
    .for('update');
  return row;
}

/** Stores the fingerprint of the amounts that stand on these people's cards: what was approved with others is approved no longer. */
export async function fingerprintAmounts(
  queries: Queries,
  periodId: number,
  people: readonly number[],
): Promise<void> {
  const ofAmount = sql`CRC32(CONCAT_WS('\t', one.workday, one.name, one.amount, one.job_id))`;
  const standing = sql`
    (SELECT COALESCE(SUM(${ofAmount}), 0) & 2147483647
       FROM flat_amount one LEFT JOIN flat_amount undoing ON undoing.undoes = one.id
      WHERE one.period_id = ${card.periodId} AND one.person_id = ${card.personId} AND one.undoes IS NULL AND undoing.id IS NULL)`;
  await queries
    .update(card)
    .set({ amountsFingerprint: standing })
    .where(and(eq(card.periodId, periodId), inArray(card.personId, [...people])));
}
