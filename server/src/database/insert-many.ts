import { getTableColumns, getTableName, sql } from 'drizzle-orm';
import type { MySqlTable } from 'drizzle-orm/mysql-core';
import { format } from 'mysql2';
import type { Queries } from './connect.ts';

const ROWS_AT_ONCE = 4000;

type Values = Readonly<Record<string, unknown>>;
type SqlValue = string | number | Buffer;

/**
 * Inserts many rows, some thousand at a time. The driver writes their values out: to build a statement of them takes ten
 * times as long and as much memory.
 *
 * @param isKeptOnce a row whose key is there already takes its place
 */
export async function insertMany<T extends MySqlTable>(
  queries: Pick<Queries, 'execute'>,
  table: T,
  rows: readonly T['$inferInsert'][],
  isKeptOnce = false,
): Promise<void> {
  const named = (key: string) => rows.some((row) => (row as Values)[key] !== undefined);
  const columns = Object.entries(getTableColumns(table)).filter(([key]) => named(key));
  const names = columns.map(([, column]) => column.name);
  for (let i = 0; i < rows.length; i += ROWS_AT_ONCE) {
    const values = rows.slice(i, i + ROWS_AT_ONCE).map((row: Values) =>
      columns.map(([key, column]) => {
        const value = row[key] ?? null;
        return value === null ? null : (column.mapToDriverValue(value) as SqlValue);
      }),
    );
    const insert = format('INSERT INTO ?? (??) VALUES ?', [getTableName(table) as string, names, values]);
    const instead = names.map((name) => format('?? = VALUES(??)', [name, name])).join(', ');
    const statement = isKeptOnce ? `${insert} ON DUPLICATE KEY UPDATE ${instead}` : insert;
    await queries.execute(sql.raw(statement));
  }
}
