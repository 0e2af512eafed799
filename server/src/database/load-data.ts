import type { Readable } from 'node:stream';
import type { PoolConnection, ResultSetHeader } from 'mysql2';

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
