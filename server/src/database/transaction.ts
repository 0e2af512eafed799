import { drizzle } from 'drizzle-orm/mysql2';
import type { PoolConnection } from 'mysql2';
import { type Database, type RunningWrites, writingConnectionOf } from './connect.ts';
import { isConnectionLost, isToBeRepeated, OutcomeUnknown } from './failures.ts';

/** How often a transaction is tried that the database asks to repeat. */
const MOST_TRIES = 6;
const FIRST_PAUSE_MILLISECONDS = 15;
const LONGEST_ROLLBACK_MILLISECONDS = 5000;

const pause = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

/**
 * Does this work again where the database asks for it, with pauses that grow and differ, so that two that met do not meet again.
 * A connection that died before anything was committed is tried once more, on another: the pool may hold some that the database has
 * forgotten.
 */
export async function repeated<T>(work: () => Promise<T>): Promise<T> {
  let lost = 0;
  for (let tries = 1; ; tries++) {
    try {
      return await work();
    } catch (error) {
      const again =
        tries < MOST_TRIES &&
        !(error instanceof OutcomeUnknown) &&
        (isToBeRepeated(error) || (isConnectionLost(error) && lost++ === 0));
      if (!again) throw error;
      await pause(FIRST_PAUSE_MILLISECONDS * 2 ** tries * (0.5 + Math.random()));
    }
  }
}

/** Sends one statement on a connection. */
const run = (connection: PoolConnection, sql: string): Promise<void> =>
  new Promise((resolve, reject) => connection.query(sql, (error) => (error ? reject(error) : resolve())));

/**
 * Commits by sending this. From here on a lost connection says nothing of what the database did.
 *
 * @throws OutcomeUnknown where the reply never came
 */
export async function committing<T>(send: () => Promise<T>): Promise<T> {
  try {
    return await send();
  } catch (error) {
    throw isConnectionLost(error) ? new OutcomeUnknown(error) : error;
  }
}

/** Rolls back the open transaction and returns the connection to the pool. A connection that does not answer is closed, which rolls back too. */
export async function rollBack(connection: PoolConnection): Promise<void> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new Error('late')), LONGEST_ROLLBACK_MILLISECONDS);
  });
  try {
    await Promise.race([run(connection, 'ROLLBACK'), late]);
    connection.release();
  } catch {
    connection.destroy();
  } finally {
    clearTimeout(timer);
  }
}

/**
 * The one way to a transaction of several statements: `work` gets queries on a connection of its own; what it throws takes everything
 * back. It is repeated where the database asks for it, so whatever it does besides must bear that. What people made or rely on is written by
 * `writing`, which is made of this.
 */
export function transaction<T>(
  database: Database,
  work: (tx: RunningWrites, connection: PoolConnection) => Promise<T>,
): Promise<T> {
  return repeated(async () => {
    const connection = await writingConnectionOf(database);
    try {
      await run(connection, 'BEGIN');
      const result = await work(drizzle({ client: connection }) as RunningWrites, connection);
      await committing(() => run(connection, 'COMMIT'));
      connection.release();
      return result;
    } catch (error) {
      await rollBack(connection);
      throw error;
    }
  });
}
