import { between, type Column, eq, inArray, type SQL, sql } from 'drizzle-orm';

/** Which people a select is about, as a condition on the column that names them. */
export type Among = (column: Column) => SQL;

/** These people, in order of their numbers. Nobody, where the list is empty. */
export function amongThese(people: readonly number[]): Among {
  const first = people[0];
  const last = people[people.length - 1];
  if (first === undefined || last === undefined) return () => sql`FALSE`;
  // Whoever is computed anew mostly follows on the one before: hundreds of numbers in each of eight statements are then two.
  return (column) => (isRun(people) ? between(column, first, last) : inArray(column, [...people]));
}

/** True where each number is the next after the one before. */
export const isRun = ([first = 0, ...others]: readonly number[]): boolean =>
  others.every((one, i) => one === first + i + 1);

/** A run of people, for statements that are built once: `ofRun` fills them. */
export const amongRun: Among = (column) =>
  between(column, sql.placeholder('firstPerson'), sql.placeholder('lastPerson'));

/** The values that a statement of `amongRun` is filled with. */
export const ofRun = (people: readonly number[]) => ({
  firstPerson: people[0],
  lastPerson: people[people.length - 1],
});

/** The one person that a statement is filled with. */
export const amongOne: Among = (column) => eq(column, sql.placeholder('personId'));
