import { inArray } from 'drizzle-orm';
import type { Reads } from '../database/connect.ts';
import { person } from '../database/schema/index.ts';

/** The ids of the people who have these numbers. */
export async function idsOfNumbers(queries: Reads, numbers: readonly string[]): Promise<number[]> {
  if (numbers.length === 0) return [];
  const rows = await queries
    .select({ id: person.id })
    .from(person)
    .where(inArray(person.number, [...numbers]));
  return rows.map(({ id }) => id);
}

/** The ids of everybody, by the numbers that lists give them. */
export async function idsByNumber(queries: Reads): Promise<Map<string, number>> {
  const rows = await queries.select({ number: person.number, id: person.id }).from(person);
  return new Map(rows.map(({ number, id }) => [number, id]));
}
