/** A database of its own for a test, with the demo company but without punches. */
import { fileURLToPath } from 'node:url';
import { instant, workday, zoneOffsets } from '@heath/core';
import { CURRENT_PERIOD, DEMO_NOW, people, punchFileLines, ZONE } from '@heath/demo';
import { sql } from 'drizzle-orm';
import type { MySqlTable } from 'drizzle-orm/mysql-core';
import type { MySql2Database } from 'drizzle-orm/mysql2';
import { pino } from 'pino';
import { inject } from 'vitest';
import { clockAt } from '../base/clock.ts';
import { connect, type Database, disconnect } from '../database/connect.ts';
import { migrate } from '../database/migrate.ts';
import { period } from '../database/schema/index.ts';
import { actingAs, contextHereAndNow } from '../demo/acting.ts';
import { loadCompany } from '../demo/company.ts';
import type { Context } from '../http/context.ts';
import { recomputePeriod } from '../recompute/recompute.ts';
import type { Who } from '../rights/who.ts';
import { here, workWaiting } from '../tasks/work.ts';

/** Tests write whatever they like. */
type AnyDatabase = Database & MySql2Database;

export interface Company extends Omit<Context, 'database'> {
  readonly database: AnyDatabase;
  readonly url: string;
  /** The period of 19 October to 1 November 2026. */
  readonly periodId: number;
  /** A specialist who sees everybody: Odile. */
  readonly who: Who;
  /** Somebody else of the demo, by the name they sign in with. */
  as(username: string): Promise<Who>;
  /** Does everything that waits in the queue. */
  work(): Promise<void>;
  /** Computes what is stale of its period. */
  recompute(): Promise<void>;
  close(): Promise<void>;
}

const migrations = fileURLToPath(new URL('../../migrations', import.meta.url));

export async function freshCompany(name: string, size = 64): Promise<Company> {
  const base = inject('databaseUrl');
  const url = base.replace(/\/[^/]*$/, `/heath_${name}`);
  const server = connect(base, 1);
  await server.execute(sql.raw(`DROP DATABASE IF EXISTS heath_${name}`));
  await server.execute(sql.raw(`CREATE DATABASE heath_${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_bin`));
  await disconnect(server);
  await migrate(url, migrations);
  const database = connect(url, 6);
  await loadCompany(database, size, CURRENT_PERIOD);
  const [{ id }] = (await database.select({ id: period.id }).from(period)) as [{ id: number }];
  const clock = clockAt(DEMO_NOW);
  return {
    url,
    ...contextHereAndNow(database, clock, pino({ level: 'silent' })),
    database: database as AnyDatabase,
    periodId: id,
    who: await actingAs(database, 'odile'),
    as: (username) => actingAs(database, username),
    work: () => workWaiting(database, clock),
    recompute: () => recomputePeriod(database, here(database, clock), id, async () => {}),
    close: () => disconnect(database),
  };
}

/** The lines of the generated file of the current period, header first. */
export function generatedLines(size = 64): string[] {
  const offsets = zoneOffsets(ZONE, instant(1_700_000_000), instant(1_900_000_000));
  return [...punchFileLines(people(size), CURRENT_PERIOD, workday(CURRENT_PERIOD + 13), offsets)];
}

/** Some bytes as an upload sends them. */
export async function* bytes(...parts: readonly (string | Buffer)[]): AsyncGenerator<Buffer> {
  for (const part of parts) {
    const whole = Buffer.from(part as string);
    for (let start = 0; start < whole.length; start += 65_536) yield whole.subarray(start, start + 65_536);
  }
}

/** Empties tables between tests, those that only grow too, and whatever refers to them: what nothing but a test may do. */
export async function emptied({ database }: Company, tables: readonly MySqlTable[]): Promise<void> {
  // One connection: whether references are checked is a setting of it.
  await database.transaction(async (queries) => {
    await queries.execute(sql`SET foreign_key_checks = 0`);
    for (const table of tables) await queries.execute(sql`TRUNCATE TABLE ${table}`);
    await queries.execute(sql`SET foreign_key_checks = 1`);
  });
}
