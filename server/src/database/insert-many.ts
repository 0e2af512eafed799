import { getTableColumns, sql } from 'drizzle-orm';
import type { MySqlTable } from 'drizzle-orm/mysql-core';
import type { Queries } from './connect.ts';

const ROWS_AT_ONCE = 4000;

type Values = Readonly<Record<string, unknown>>;
type SqlValue = string | number | Buffer;

/**
 * Inserts many rows, some thousand at a time. Their values are one parameter, which the driver writes out: a parameter for each takes ten
 * times as long and as much memory to build.
 *
 * @param isKeptOnce a row whose key is there already takes its place
 */
export async function insertMany<T extends MySqlTable>(
  queries: Pick<Queries, 'execute'>,
  table: T,
  rows: readonly T['$inferInsert'][],
  isKeptOnce = false,
): Promise<void> {
  const isNamed = (key: string) => rows.some((row) => (row as Values)[key] !== undefined);
  const columns = Object.entries(getTableColumns(table)).filter(([key]) => isNamed(key));
  const names = columns.map(([, column]) => column.name);
  for (let i = 0; i < rows.length; i += ROWS_AT_ONCE) {
    const values = rows.slice(i, i + ROWS_AT_ONCE).map((row: Values) =>
      columns.map(([key, column]) => {
        const value = row[key] ?? null;
        return value === null ? null : (column.mapToDriverValue(value) as SqlValue);
      }),
    );
    const named = (name: string) => sql.identifier(name);
    const insert = sql`INSERT INTO ${table} (${sql.join(names.map(named), sql`, `)}) VALUES ${sql.param(values)}`;
    const instead = sql.join(
      names.map((name) => sql`${named(name)} = VALUES(${named(name)})`),
      sql`, `,
    );
    await queries.execute(isKeptOnce ? sql`${insert} ON DUPLICATE KEY UPDATE ${instead}` : insert);
  }
}
