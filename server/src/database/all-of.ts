import { and, type SQL, sql } from 'drizzle-orm';

/** Condition: all of these hold. True where there are none; unlike Drizzle's `and`, never undefined. */
export const allOf = (...conditions: readonly (SQL | undefined)[]): SQL => and(...conditions) ?? sql`TRUE`;
