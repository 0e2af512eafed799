import { and, asc, eq, isNotNull, isNull, max, sql } from 'drizzle-orm';
import type { Queries, Reads } from '../../database/connect.ts';
import { insertMany } from '../../database/insert-many.ts';
import { card, job, knownPerson, payCode, payRate, person } from '../../database/schema/index.ts';

export const codes = (queries: Reads) => queries.select().from(payCode).orderBy(payCode.code);

export async function findCodeNamed(queries: Reads, code: string) {
  const [row] = await queries.select().from(payCode).where(eq(payCode.code, code));
  return row;
}

export async function addCode(queries: Queries, values: typeof payCode.$inferInsert): Promise<number> {
  const [result] = await queries.insert(payCode).values(values);
  return result.insertId;
}

/** Adds codes, and changes those that are there. */
export const keepCodes = (queries: Queries, all: readonly (typeof payCode.$inferInsert)[]): Promise<void> =>
  insertMany(queries, payCode, all, true);

export const knownPeople = (queries: Reads) => queries.select().from(knownPerson);

/** Whom the pay system does not know, of those who have a card in the latest period. */
export const unknownPeople = (queries: Reads) =>
  queries
    .select({ personId: person.id, number: person.number, name: person.name })
    .from(card)
    .innerJoin(person, eq(person.id, card.personId))
    .leftJoin(knownPerson, eq(knownPerson.number, person.number))
    .where(
      and(
        isNull(knownPerson.number),
        eq(card.periodId, queries.select({ id: max(card.periodId) }).from(card)),
      ),
    )
    .orderBy(person.number)
    .limit(200);

/** Adds people whom the pay system knows, and changes those who are there. */
export async function keepKnown(
  queries: Queries,
  people: readonly (typeof knownPerson.$inferInsert)[],
): Promise<void> {
  for (let i = 0; i < people.length; i += 1000)
    await queries
      .insert(knownPerson)
      .values(people.slice(i, i + 1000))
      .onDuplicateKeyUpdate({ set: { name: sql`VALUES(name)`, codes: sql`VALUES(codes)` } });
}

/** Every rate, by number, type of job and day. */
export const rates = (queries: Reads) =>
  queries
    .select({
      personId: person.id,
      number: person.number,
      name: person.name,
      jobType: payRate.jobType,
      firstDay: payRate.firstDay,
      rate: payRate.rate,
    })
    .from(payRate)
    .innerJoin(person, eq(person.id, payRate.personId))
    .orderBy(asc(person.number), asc(payRate.jobType), asc(payRate.firstDay));

/** The types that jobs are of. */
export async function jobTypes(queries: Reads): Promise<Set<string>> {
  const rows = await queries.selectDistinct({ type: job.type }).from(job).where(isNotNull(job.type));
  return new Set(rows.flatMap(({ type }) => (type === null ? [] : [type])));
}

/** Adds rates, and changes those that are there. */
export async function keepRates(
  queries: Queries,
  all: readonly (typeof payRate.$inferInsert)[],
): Promise<void> {
  for (let i = 0; i < all.length; i += 1000)
    await queries
      .insert(payRate)
      .values(all.slice(i, i + 1000))
      .onDuplicateKeyUpdate({ set: { rate: sql`VALUES(rate)` } });
}
