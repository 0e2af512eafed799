import { and, asc, count, eq, inArray, isNotNull, isNull, max, sql } from 'drizzle-orm';
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

/** How many rates there are. */
export async function countRates(queries: Reads): Promise<number> {
  const [row] = await queries.select({ rates: count() }).from(payRate);
  return row?.rates ?? 0;
}

/** The types that jobs are of. */
export async function jobTypes(queries: Reads): Promise<Set<string>> {
  const rows = await queries.selectDistinct({ type: job.type }).from(job).where(isNotNull(job.type));
  return new Set(rows.flatMap(({ type }) => (type === null ? [] : [type])));
}

/** A few milliseconds of work each: nobody waits for a long list (`bystander` in the bench). */
const RATES_AT_ONCE = 1000;
const PEOPLE_AT_ONCE = 200;

/** Adds rates, and changes those that are there. */
export async function keepRates(
  queries: Queries,
  all: readonly (typeof payRate.$inferInsert)[],
): Promise<void> {
  for (let i = 0; i < all.length; i += RATES_AT_ONCE)
    await insertMany(queries, payRate, all.slice(i, i + RATES_AT_ONCE), true);
}

/** The rates of some people, read some people at a time, so that others go on between. */
export async function ratesOfPeople(queries: Reads, people: readonly number[]) {
  const found: Pick<typeof payRate.$inferSelect, 'personId' | 'jobType' | 'firstDay' | 'rate'>[] = [];
  for (let i = 0; i < people.length; i += PEOPLE_AT_ONCE) {
    const rows = await queries
      .select({
        personId: payRate.personId,
        jobType: payRate.jobType,
        firstDay: payRate.firstDay,
        rate: payRate.rate,
      })
      .from(payRate)
      .where(inArray(payRate.personId, people.slice(i, i + PEOPLE_AT_ONCE)));
    found.push(...rows);
  }
  return found;
}
