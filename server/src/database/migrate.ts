import { sql } from 'drizzle-orm';
import { migrate as applyMigrations } from 'drizzle-orm/mysql2/migrator';
import { connect, disconnect } from './connect.ts';

/** Brings the database up to the newest schema; of several servers that start at once, one does it and the others wait. */
export async function migrate(url: string, folder: string): Promise<void> {
  const database = connect(url, 1);
  try {
    await database.execute(sql`SELECT GET_LOCK('heath-migrate', 60)`);
    await applyMigrations(database, { migrationsFolder: folder });
    await database.execute(sql`SELECT RELEASE_LOCK('heath-migrate')`);
  } finally {
    await disconnect(database);
  }
}
