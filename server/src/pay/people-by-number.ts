import type { Reads } from '../database/connect.ts';
import { person } from '../database/schema/index.ts';

/** The ids of everybody, by the numbers that lists give them. */
export async function idsByNumber(queries: Reads): Promise<Map<string, number>> {
  const rows = await queries.select({ number: person.number, id: person.id }).from(person);
  return new Map(rows.map(({ number, id }) => [number, id]));
}
