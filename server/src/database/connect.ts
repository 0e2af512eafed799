import type { MySqlDeleteBase, MySqlInsertBuilder, MySqlUpdateBuilder } from 'drizzle-orm/mysql-core';
import {
  drizzle,
  type MySql2Database,
  type MySql2PreparedQueryHKT,
  type MySql2QueryResultHKT,
} from 'drizzle-orm/mysql2';
import mysql, { type PoolConnection } from 'mysql2';
import type {
  answeredWrite,
  importChunk,
  importFile,
  knownSignIn,
  printedChunk,
  printedFile,
  session,
  setting,
  signInAttempt,
  task,
} from './schema/index.ts';

type Pool = mysql.Pool;
/** Queries that only read. */
export type Reads = Pick<MySql2Database, 'select' | 'selectDistinct' | 'execute'>;

/** Tables of Heath's own running. They hold nobody's work, and may be written without an audit event. */
type KeptTable =
  | typeof answeredWrite
  | typeof importChunk
  | typeof importFile
  | typeof knownSignIn
  | typeof session
  | typeof printedChunk
  | typeof printedFile
  | typeof setting
  | typeof signInAttempt
  | typeof task;

/** Queries that read everything and write those tables alone. */
export interface RunningWrites extends Reads {
  insert<T extends KeptTable>(table: T): MySqlInsertBuilder<T, MySql2QueryResultHKT, MySql2PreparedQueryHKT>;
  update<T extends KeptTable>(table: T): MySqlUpdateBuilder<T, MySql2QueryResultHKT, MySql2PreparedQueryHKT>;
  delete<T extends KeptTable>(table: T): MySqlDeleteBase<T, MySql2QueryResultHKT, MySql2PreparedQueryHKT>;
}
/** The database, outside of a write. */
export type Database = RunningWrites & {
  /** For what only reads, a statement at a time. */
  readonly $client: Pool;
  /** For transactions. */
  readonly $writing: Pool;
  /** The same two for statements that travel together, see `round-trip.ts`: there alone a text may hold several. */
  readonly $together: { readonly reading: Pool; readonly writing: Pool };
};

/** Queries of a write, see `writing`: they read and write everything. */
export type Queries = Pick<
  MySql2Database,
  'select' | 'selectDistinct' | 'insert' | 'update' | 'delete' | 'execute'
>;

/** Longer than any transaction of Heath's holds its locks; a transaction that waited this long is repeated. */
const LOCK_WAIT_SECONDS = 10;

/**
 * The database behind two pools, each of so many connections at most: one for what only reads, one for transactions. A transaction may ask for
 * something to be read beside it; were both of one pool, as many transactions as it has connections would wait for each other for ever. Beside
 * each is one whose statements may travel together.
 */
export function connect(url: string, connections: number): Database {
  const database = drizzle({ client: poolOf(url, connections) }) as unknown as Database;
  return Object.assign(database, {
    $writing: poolOf(url, connections),
    $together: { reading: poolOf(url, connections, true), writing: poolOf(url, connections, true) },
  });
}

/** A pool on MariaDB. Every connection speaks UTC and utf8mb4, in strict mode, and reads what is committed. */
function poolOf(url: string, connections: number, together = false): Pool {
  const pool = mysql.createPool({
    uri: url,
    connectionLimit: connections,
    charset: 'utf8mb4_general_ci',
    timezone: 'Z',
    dateStrings: true,
    supportBigNumbers: true,
    connectTimeout: 5000,
    // A stack for every query costs more than most of the queries.
    trace: false,
    multipleStatements: together,
  });
  pool.on('connection', (connection) => {
    connection.query(
      `SET time_zone = '+00:00', sql_mode = 'STRICT_ALL_TABLES,NO_ENGINE_SUBSTITUTION', tx_isolation = 'READ-COMMITTED', innodb_lock_wait_timeout = ${LOCK_WAIT_SECONDS}`,
      // A connection that died at once says so to whoever asked for it.
      () => {},
    );
  });
  return pool;
}

const connectionFrom = (pool: Pool): Promise<PoolConnection> =>
  new Promise((resolve, reject) =>
    pool.getConnection((error, connection) => (error ? reject(error) : resolve(connection))),
  );

/** A connection to read with, for statements that travel together; to be released by whoever asked for it, who waits for no other meanwhile. */
export const connectionOf = (database: Database): Promise<PoolConnection> =>
  connectionFrom(database.$together.reading);

/** A connection for a transaction whose statements travel together, to be released by whoever asked for it. */
export const tripConnectionOf = (database: Database): Promise<PoolConnection> =>
  connectionFrom(database.$together.writing);

/** A connection for a transaction, to be released by whoever asked for it. Within a transaction nobody begins another. */
export const writingConnectionOf = (database: Database): Promise<PoolConnection> =>
  connectionFrom(database.$writing);

/** Ends the connections of all pools. */
export async function disconnect({ $client, $writing, $together }: Database): Promise<void> {
  const end = (pool: Pool) => new Promise<void>((resolve) => pool.end(() => resolve()));
  await Promise.all([$client, $writing, $together.reading, $together.writing].map(end));
}
