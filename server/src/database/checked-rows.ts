import type { SQL } from 'drizzle-orm';
import * as v from 'valibot';
import type { Reads } from './connect.ts';

/** A number that the database computed: large ones come as text. */
export const computedNumber = v.pipe(v.union([v.number(), v.string()]), v.transform(Number), v.number());

/**
 * Runs a query that Drizzle's builder cannot say, and checks its rows. Throws where one is not as its schema says: then the query and the
 * schema contradict each other.
 */
export async function checkedRows<Row>(
  queries: Reads,
  row: v.GenericSchema<unknown, Row>,
  query: SQL,
): Promise<Row[]> {
  const [rows]: readonly unknown[] = await queries.execute(query);
  return v.parse(v.array(row), rows);
}
