import { type Column, eq, inArray, type SQL, sql } from 'drizzle-orm';

/** Which people a select is about, as a condition on the column that names them. */
export type Among = (column: Column) => SQL;

/** These people, in order of their numbers. Nobody, where the list is empty. */
export function amongThese(people: readonly number[]): Among {
  const first = people[0];
  const last = people[people.length - 1];
  if (first === undefined || last === undefined) return () => sql`FALSE`;
  // Whoever is computed anew mostly follows on the one before: hundreds of numbers in each of eight statements are then two.
  const isRun = people.every((one, i) => one === first + i);
  return (column) => (isRun ? sql`${column} BETWEEN ${first} AND ${last}` : inArray(column, [...people]));
}

/** The one person that a statement is filled with. */
export const amongOne: Among = (column) => eq(column, sql.placeholder('personId'));
