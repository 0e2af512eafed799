import type { Instant } from '@heath/core';
import { and, type Column, eq, type SQL, sql } from 'drizzle-orm';
import type { PoolConnection } from 'mysql2';
import type { Database, Keeps, Queries } from './connect.ts';
import { build, type Statement, statement } from './round-trip.ts';
import { happened } from './schema/index.ts';
import { transaction } from './transaction.ts';

/** Who writes, and when by the clock of the business. Nobody: Heath does it by itself. */
export interface By {
  readonly userId: number | null;
  readonly at: Instant;
}

/** What a write did to what, as the row of it says. */
export interface Happened {
  /** In a word or two: `settled`, `handed off`. */
  readonly what: string;
  /** The table, and the row there: a number, or the expression that is one. */
  readonly about: string;
  readonly aboutId: number | SQL<number>;
  /** What it was and what it became; left out where it was nothing, or is a row of its own. */
  readonly before?: unknown;
  readonly after?: unknown;
}

/** What happened to a row of a table, in a word or two: what joins the two. */
export const happenedTo = (about: string, id: Column, what: string) =>
  and(eq(happened.about, about), eq(happened.aboutId, id), eq(happened.what, what));

/** Keeps what happened, in the transaction of what did it. */
export const happenedQuery = ({ userId, at }: By, one: Happened): Statement =>
  statement(build.insert(happened).values(rowOf({ userId, at }, one)));

const rowOf = ({ userId, at }: By, { aboutId, before = null, after = null, ...one }: Happened) => ({
  userId,
  at,
  ...one,
  aboutId: typeof aboutId === 'number' ? aboutId : sql<number>`${aboutId}`,
  before,
  after,
});

/** A transaction on the tables that are kept reaches all others as well; whoever asks for those must say what happened. */
const onAllTables = (keeps: Keeps): Queries => keeps as unknown as Queries;

/** Says what a write does; at least once in each. */
export type Tell = (one: Happened) => void;

/**
 * The one way to write anything that people made or rely on: a transaction in which `work` also says what it does, which is kept with it.
 * Nothing is kept of a write that says nothing.
 */
export function writing<T>(
  database: Database,
  by: By,
  work: (tx: Queries, tell: Tell, connection: PoolConnection) => Promise<T>,
): Promise<T> {
  return transaction(database, async (keeps, connection) => {
    const tx = onAllTables(keeps);
    const told: Happened[] = [];
    const result = await work(tx, (one) => told.push(one), connection);
    if (told.length === 0) throw new Error('A write did not say what it does.');
    await tx.insert(happened).values(told.map((one) => rowOf(by, one)));
    return result;
  });
}
