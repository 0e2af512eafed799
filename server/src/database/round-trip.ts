import { Column, fillPlaceholders, is, SQL } from 'drizzle-orm';
import { MySqlDialect } from 'drizzle-orm/mysql-core';
import { drizzle } from 'drizzle-orm/mysql2';
import type { PoolConnection } from 'mysql2';
import * as v from 'valibot';
import { connectionOf, type Database, tripConnectionOf } from './connect.ts';
import { committing, repeated, rollBack } from './transaction.ts';

const dialect = new MySqlDialect();

/** Builds statements without a connection, for those that travel with others. */
export const build = drizzle.mock();

/** A statement as it is sent: its text, and its values apart. */
export interface Statement {
  readonly sql: string;
  readonly params: readonly unknown[];
}

/** Sends statements in one round trip. Returns what came back for each: a result, or rows that its `Select` reads. */
export type Send = (...statements: readonly Statement[]) => Promise<unknown[]>;

/** Statements of one transaction that travel together, since on a quick database the way is most of the time. */
export interface Trip {
  readonly send: Send;
}

/** A statement from a Drizzle query or template. */
export function statement(query: SQL | { getSQL(): SQL }): Statement {
  const { sql, params } = dialect.sqlToQuery(query.getSQL());
  return { sql, params };
}

/** A statement whose text is built once; its `sql.placeholder`s are filled at each call. */
function prepared<Values extends object>(query: SQL | { getSQL(): SQL }): (values: Values) => Statement {
  const { sql, params } = dialect.sqlToQuery(query.getSQL());
  return (values) => ({ sql, params: fillPlaceholders(params, values as Record<string, unknown>) });
}

/** A select that travels with others: its statement, and how what comes back is read. */
export interface Select<Row> {
  /** Its statement, with its placeholders filled by name. */
  with(values?: object): Statement;
  /** What came back for it, as its columns say. */
  rows(sent: unknown): Row[];
}

interface Builder {
  getSQL(): SQL;
  readonly _: { readonly selectedFields: object; readonly result: readonly unknown[] };
}

/** A select of Drizzle's builder whose text is built once. */
export function select<Q extends Builder>(query: Q): Select<Q['_']['result'][number]> {
  const fields = Object.entries(query._.selectedFields).map(([name, field]) => ({
    name,
    read: readerOf(field),
  }));
  const filled = prepared(query);
  return {
    with: (values = {}) => filled(values),
    rows: (sent) =>
      (sent as unknown[][]).map((values) => {
        const row: Record<string, unknown> = {};
        fields.forEach(({ name, read }, i) => {
          const value = values[i];
          row[name] = value === null || read === null ? value : read(value);
        });
        return row;
      }),
  };
}

/**
 * A select whose rows stay the lists of values that came back, in the order of its columns: for numbers and texts alone, and for so many
 * rows that an object for each costs too much.
 */
export function selectValues<Values extends readonly unknown[]>(query: Builder): Select<Values> {
  const filled = prepared(query);
  return { with: (values = {}) => filled(values), rows: (sent) => sent as Values[] };
}

/** The rows of several selects, by their names. */
export type RowsOf<S extends Readonly<Record<string, Select<unknown>>>> = {
  readonly [K in keyof S]: S[K] extends Select<infer Row> ? Row[] : never;
};

/** Selects that travel together. */
interface Selects<S extends Readonly<Record<string, Select<unknown>>>> {
  /** Their statements, with their placeholders filled by name. */
  with(values?: object): Statement[];
  /** What came back for them, by their names. */
  rows(sent: readonly unknown[]): RowsOf<S>;
}

/** Several selects as one thing to send and to read. */
export function selects<S extends Readonly<Record<string, Select<unknown>>>>(all: S): Selects<S> {
  return {
    with: (values) => Object.values(all).map((one) => one.with(values)),
    // Each name has the rows of its own select: no type can follow that.
    rows: (sent) =>
      Object.fromEntries(Object.entries(all).map(([name, one], i) => [name, one.rows(sent[i])])) as RowsOf<S>,
  };
}

/** How a value of a field is read; null where it stands as it comes. */
function readerOf(field: unknown): ((value: unknown) => unknown) | null {
  if (is(field, Column))
    return field.mapFromDriverValue === Column.prototype.mapFromDriverValue
      ? null
      : (value) => field.mapFromDriverValue(value);
  if (is(field, SQL.Aliased) || is(field, SQL)) return null;
  throw new Error('A select that travels selects columns and expressions, one by one.');
}

const BEGIN: Statement = { sql: 'BEGIN', params: [] };
const COMMIT: Statement = { sql: 'COMMIT', params: [] };

function send(connection: PoolConnection, statements: readonly Statement[]): Promise<unknown[]> {
  return new Promise((resolve, reject) => {
    // Each by itself, and only where there are values: the driver looks through all of a text for places to put them.
    const sql = statements
      .map((one) => (one.params.length === 0 ? one.sql : connection.format(one.sql, [...one.params])))
      .join(';\n');
    connection.query({ sql, values: null, rowsAsArray: true }, (error, results) => {
      if (error) reject(error);
      else resolve(statements.length === 1 ? [results] : (results as unknown[]));
    });
  });
}

const Inserted = v.object({ insertId: v.number() });

/** The id that an insert gave its first row. Throws where what came back is of no insert. */
export const insertedId = (sent: unknown): number => v.parse(Inserted, sent).insertId;

/** Sends statements outside a transaction, in one round trip. */
export async function sendAlone(database: Database, ...statements: readonly Statement[]): Promise<unknown[]> {
  const connection = await connectionOf(database);
  try {
    return await send(connection, statements);
  } finally {
    connection.release();
  }
}

/** What ends a transaction, and what comes of it. */
export interface Ending<T> {
  /** What is written last; one of them is the audit event. */
  readonly last: readonly Statement[];
  /** Null where nothing is written. */
  readonly auditEvent: Statement | null;
  /** What can be made ready while the database commits. What it throws is left to `result`, which finds nothing ready. */
  readonly meanwhile?: () => void;
  readonly result: (sent: unknown[]) => T;
}

/**
 * A transaction in two round trips: it begins with the first statements that `work` sends, and ends with those that `work`
 * returns beside its result; the last of them is the audit event. Whatever is thrown before it is committed takes everything back; where the
 * database asks for it, it is repeated.
 */
export async function inTransaction<T>(
  database: Database,
  work: (trip: Trip) => Promise<Ending<T>>,
): Promise<T> {
  const { ending, sent } = await repeated(async () => {
    const connection = await tripConnectionOf(database);
    let begun = false;
    const trip: Trip = {
      async send(...statements) {
        if (begun) return send(connection, statements);
        begun = true;
        return (await send(connection, [BEGIN, ...statements])).slice(1);
      },
    };
    try {
      const ending = await work(trip);
      const { last, auditEvent, meanwhile } = ending;
      if (auditEvent === null && last.length > 0) throw new Error('A write did not say what it does.');
      const writes = auditEvent === null ? [] : [...last, auditEvent];
      const committed = committing(() => send(connection, [...writes, COMMIT]));
      try {
        meanwhile?.();
      } catch {
        // It is on its way to the disk: whether that came about is all that counts now.
      }
      const sent = await committed;
      connection.release();
      return { ending, sent };
    } catch (error) {
      // Rolling back a transaction that did not begin does nothing.
      await rollBack(connection);
      throw error;
    }
  });
  // Behind everything else: the connection is somebody else's by now, and nothing can be taken back.
  return ending.result(sent);
}
