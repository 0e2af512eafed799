import { type Column, eq, inArray, type SQL, sql } from 'drizzle-orm';

/** Which people a select is about, as a condition on the column that names them. */
export type Among = (column: Column) => SQL;

/** These people. Nobody, where the list is empty. */
export const amongThese =
  (people: readonly number[]): Among =>
  (column) =>
    people.length === 0 ? sql`FALSE` : inArray(column, [...people]);

/** The one person that a statement is filled with. */
export const amongOne: Among = (column) => eq(column, sql.placeholder('personId'));
