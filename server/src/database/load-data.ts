import type { Readable } from 'node:stream';
import type { PoolConnection, ResultSetHeader } from 'mysql2';

/** A value as LOAD DATA reads it with its default escapes; null is `\N`. */
export function loadValue(value: string | number | null): string {
  if (value === null) return '\\N';
  return typeof value === 'number' ? String(value) : value.replaceAll(/[\\\t\n]/g, (c) => `\\${c}`);
}

/**
 * Streams tab-separated rows into a table on one connection, in the transaction that is open there. Rows whose key is
 * already in the table are passed over. Returns how many were added.
 */
export function loadData(
  connection: PoolConnection,
  table: string,
  columns: readonly string[],
  rows: Readable,
): Promise<number> {
  return new Promise((resolve, reject) => {
    rows.once('error', reject);
    connection.query<ResultSetHeader>(
      {
        sql: `LOAD DATA LOCAL INFILE 'rows' IGNORE INTO TABLE \`${table}\` CHARACTER SET utf8mb4 (${columns.map((c) => `\`${c}\``).join(', ')})`,
        infileStreamFactory: () => rows,
      },
      (error, result) => (error ? reject(error) : resolve(result.affectedRows)),
    );
  });
}
