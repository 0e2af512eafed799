import { fillPlaceholders, type SQL } from 'drizzle-orm';
import { MySqlDialect } from 'drizzle-orm/mysql-core';
import type { PoolConnection } from 'mysql2';
import { connectionOf, type Database } from './connect.ts';
import { committing, repeated, rollBack } from './transaction.ts';

const dialect = new MySqlDialect();

/** A statement as it is sent: its text, and its values apart. */
export interface Statement {
  readonly sql: string;
  readonly params: readonly unknown[];
}

/** Statements of one transaction that travel together, since on a quick database the way is most of the time. */
export interface Trip {
  /** Sends these in one round trip. Returns the rows or the result of each. */
  send(...statements: readonly Statement[]): Promise<unknown[]>;
}

/** A statement from a Drizzle query or template. */
export function statement(query: SQL): Statement {
  const { sql, params } = dialect.sqlToQuery(query);
  return { sql, params };
}

/** A statement whose text is built once; its `sql.placeholder`s are filled at each call. */
export function prepared<Values extends object>(query: SQL): (values: Values) => Statement {
  const { sql, params } = dialect.sqlToQuery(query);
  return (values) => ({ sql, params: fillPlaceholders(params, values as Record<string, unknown>) });
}

const BEGIN: Statement = { sql: 'BEGIN', params: [] };
const COMMIT: Statement = { sql: 'COMMIT', params: [] };

function send(connection: PoolConnection, statements: readonly Statement[]): Promise<unknown[]> {
  return new Promise((resolve, reject) => {
    const text = statements.map(({ sql }) => sql).join(';\n');
    const values = statements.flatMap(({ params }) => params);
    connection.query(text, values, (error, results) => {
      if (error) reject(error);
      else resolve(statements.length === 1 ? [results] : (results as unknown[]));
    });
  });
}

/** Sends statements outside a transaction, in one round trip. */
export async function sendAlone(database: Database, ...statements: readonly Statement[]): Promise<unknown[]> {
  const connection = await connectionOf(database);
  try {
    return await send(connection, statements);
  } finally {
    connection.release();
  }
}

/**
 * A transaction in two round trips: it begins with the first statements that `work` sends, and ends with those that `work`
 * returns beside its result. Whatever is thrown takes everything back; where the database asks for it, it is repeated.
 */
export function inTransaction<T>(
  database: Database,
  work: (
    trip: Trip,
  ) => Promise<{ readonly last: readonly Statement[]; readonly result: (sent: unknown[]) => T }>,
): Promise<T> {
  return repeated(async () => {
    const connection = await connectionOf(database);
    let begun = false;
    const trip: Trip = {
      async send(...statements) {
        if (begun) return send(connection, statements);
        begun = true;
        return (await send(connection, [BEGIN, ...statements])).slice(1);
      },
    };
    try {
      const { last, result } = await work(trip);
      const sent = await committing(() => send(connection, [...last, COMMIT]));
      connection.release();
      return result(sent);
    } catch (error) {
      // Rolling back a transaction that did not begin does nothing.
      await rollBack(connection);
      throw error;
    }
  });
}
