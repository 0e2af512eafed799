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
  session,
  setting,
  signInAttempt,
  task,
} from './schema/index.ts';

type Pool = mysql.Pool;
/** What only reads. */
export type Reads = Pick<MySql2Database, 'select' | 'selectDistinct' | 'execute'>;

/** What is kept for Heath's own running, and tells nobody's work: it may be written without a row of what happened. */
type KeptTable =
  | typeof answeredWrite
  | typeof importChunk
  | typeof importFile
  | typeof knownSignIn
  | typeof session
  | typeof setting
  | typeof signInAttempt
  | typeof task;

/** What reads everything, and writes those tables alone. */
export interface Keeps extends Reads {
  insert<T extends KeptTable>(table: T): MySqlInsertBuilder<T, MySql2QueryResultHKT, MySql2PreparedQueryHKT>;
  update<T extends KeptTable>(table: T): MySqlUpdateBuilder<T, MySql2QueryResultHKT, MySql2PreparedQueryHKT>;
  delete<T extends KeptTable>(table: T): MySqlDeleteBase<T, MySql2QueryResultHKT, MySql2PreparedQueryHKT>;
}
/** The database, outside of a write. */
export type Database = Keeps & { readonly $client: Pool };

/** What a write is given, see `writing`: it reads and writes everything. */
export type Queries = Pick<
  MySql2Database,
  'select' | 'selectDistinct' | 'insert' | 'update' | 'delete' | 'execute'
>;

/** Longer than any transaction of Heath's holds its locks; a transaction that waited this long is repeated. */
const LOCK_WAIT_SECONDS = 10;

/** A pool on MariaDB. Every connection speaks UTC and utf8mb4, in strict mode, and reads what is committed. */
export function connect(url: string, connections: number): Database {
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
    // For statements that travel together (round-trip.ts); values are always sent apart from the text.
    multipleStatements: true,
  });
  pool.on('connection', (connection) => {
    connection.query(
      `SET time_zone = '+00:00', sql_mode = 'STRICT_ALL_TABLES,NO_ENGINE_SUBSTITUTION', tx_isolation = 'READ-COMMITTED', innodb_lock_wait_timeout = ${LOCK_WAIT_SECONDS}`,
      // A connection that died at once says so to whoever asked for it.
      () => {},
    );
  });
  return drizzle({ client: pool }) as Database;
}

/** A connection of the pool's, to be released by whoever asked for it. */
export const connectionOf = (database: Database): Promise<PoolConnection> =>
  new Promise((resolve, reject) =>
    database.$client.getConnection((error, connection) => (error ? reject(error) : resolve(connection))),
  );

/** Ends the pool's connections. */
export function disconnect(database: Database): Promise<void> {
  return new Promise((resolve) => database.$client.end(() => resolve()));
}
