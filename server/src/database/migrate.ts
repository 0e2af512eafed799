import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/mysql2';
import { migrate as applyMigrations } from 'drizzle-orm/mysql2/migrator';
import * as v from 'valibot';
import { checkedRows, computedNumber } from './checked-rows.ts';
import { connect, type Database, disconnect } from './connect.ts';

/**
 * Brings the database up to the newest schema; of several servers that start at once, one does it and the others wait. Throws where
 * the database was made by a Heath whose tables have no way to today's, and changes nothing.
 */
export async function migrate(url: string, folder: string): Promise<void> {
  const database = connect(url, 1);
  try {
    await database.execute(sql`SELECT GET_LOCK('heath-migrate', 60)`);
    await refuseUnknownSteps(database, folder);
    await applyMigrations(drizzle({ client: database.$client }), { migrationsFolder: folder });
    await database.execute(sql`SELECT RELEASE_LOCK('heath-migrate')`);
  } finally {
    await disconnect(database);
  }
}

/** Where the migrator notes the steps that were taken, by the moment at which each was written. */
const TAKEN = '__drizzle_migrations';

async function refuseUnknownSteps(database: Database, folder: string): Promise<void> {
  const tables = await checkedRows(
    database,
    v.object({ name: v.string() }),
    sql`SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name = ${TAKEN}`,
  );
  if (tables.length === 0) return;
  const taken = await checkedRows(
    database,
    v.object({ written: computedNumber }),
    sql`SELECT created_at AS written FROM ${sql.identifier(TAKEN)}`,
  );
  const journal: { entries: { when: number }[] } = JSON.parse(
    readFileSync(join(folder, 'meta', '_journal.json'), 'utf8'),
  );
  const known = new Set(journal.entries.map(({ when }) => when));
  if (taken.every(({ written }) => known.has(written))) return;
  throw new Error(
    'Its tables were made by another Heath, and there is no way from them to those of this one. Nothing was changed. Give a new folder with HEATH_DATA (or a new database with HEATH_DATABASE_URL), or move the old one away.',
  );
}
