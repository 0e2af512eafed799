import type { Readable } from 'node:stream';
import type { PoolConnection, ResultSetHeader } from 'mysql2';

/** What became of the rows of a load, by the database's own count. */
export interface Loaded {
  readonly added: number;
  /** Passed over, since their key was in the table already. */
  readonly known: number;
}

/**
 * Streams tab-separated rows into a table on one connection, in the transaction that is open there. Rows whose key is
 * already in the table are passed over; one that is changed on its way in for any other reason fails the load.
 */
export function loadData(
  connection: PoolConnection,
  table: string,
  columns: readonly string[],
  rows: Readable,
): Promise<Loaded> {
  return new Promise((resolve, reject) => {
    rows.once('error', (error) => {
      // The database waits for rows that will not come, so nothing else can be said on this connection.
      connection.destroy();
      reject(error);
    });
    connection.query<ResultSetHeader>(
      {
        sql: `LOAD DATA LOCAL INFILE 'rows' IGNORE INTO TABLE \`${table}\` CHARACTER SET utf8mb4 (${columns.map((c) => `\`${c}\``).join(', ')})`,
        infileStreamFactory: () => rows,
      },
      (error, result) => {
        if (error) return reject(error);
        // "Records: 9  Deleted: 0  Skipped: 2  Warnings: 2": a warning beyond those of skipped rows is a value that was cut or guessed.
        const [records, , skipped, warnings] = [...result.info.matchAll(/\d+/g)].map(Number);
        if (records === undefined || skipped === undefined || warnings !== skipped)
          return reject(new Error(`The database did not take the rows as they are: ${result.info}`));
        resolve({ added: records - skipped, known: skipped });
      },
    );
  });
}
