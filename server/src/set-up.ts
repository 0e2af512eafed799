/** Fills a new database before the server starts: with the demo company, or with one account and nothing else. */
import { parseArgs } from 'node:util';
import { workdayFromIso } from '@heath/core';
import { DEMO_USERS } from '@heath/demo';
import { eq } from 'drizzle-orm';
import { pino } from 'pino';
import { checkDatabase } from '../../scripts/lib/database.mjs';
import { clockAt } from './base/clock.ts';
import { readConfig } from './config.ts';
import { connect, type Database, disconnect } from './database/connect.ts';
import { migrate } from './database/migrate.ts';
import { setting, user } from './database/schema/index.ts';
import { emptyDatabase } from './demo/company.ts';
import { loadDemo } from './demo/year.ts';
import { addUser } from './features/users/service.ts';
import { HEATH } from './rights/who.ts';

const { values: options } = parseArgs({
  options: {
    empty: { type: 'boolean', default: false },
    people: { type: 'string', default: '64' },
    'first-period': { type: 'string' },
    'last-punches': { type: 'string' },
  },
});

const say = (text: string) => process.stdout.write(`${text}\n`);

async function demoState(database: Database): Promise<string | null> {
  const [row] = await database.select().from(setting).where(eq(setting.name, 'demo'));
  return row?.value ?? null;
}

async function setUp(database: Database): Promise<void> {
  const state = await demoState(database);
  // A load that was cut off left half a company: it is emptied and loaded again.
  if (state === 'loading') await emptyDatabase(database);
  const anybody = await database.select({ id: user.id }).from(user).limit(1);
  if (anybody.length === 0) {
    if (options.empty) return createFirstAccount(database);
    say('Loading the demo company: Marram Ferries.');
    await database.insert(setting).ignore().values({ name: 'demo', value: 'loading' });
    const day = (iso: string | undefined) => (iso === undefined ? undefined : workdayFromIso(iso));
    await loadDemo(database, pino({ level: 'silent' }), {
      people: Number(options.people),
      firstPeriod: day(options['first-period']),
      lastPunches: day(options['last-punches']),
    });
    await database.update(setting).set({ value: 'loaded' }).where(eq(setting.name, 'demo'));
  }
  if ((await demoState(database)) === 'loaded') {
    for (const { username, password } of DEMO_USERS) say(`  Sign in as ${username} with ${password}`);
  }
}

/** The first account keeps users and does payroll; its password is told once, and opens nothing but the change of it. */
async function createFirstAccount(database: Database): Promise<void> {
  const { password } = await addUser({ database, clock: clockAt(process.env.HEATH_NOW) }, HEATH, null, {
    username: 'specialist',
    name: 'Payroll specialist',
    roles: ['administrator', 'specialist'],
    reach: { all: true, groups: [], sites: [], departments: [], reports: false, self: false },
    personId: null,
  });
  say(`  Sign in as specialist with ${password} (told this once; choose your own at once)`);
}

async function main(): Promise<void> {
  const config = readConfig(process.env);
  await checkDatabase(config.database);
  await migrate(config.databaseUrl, config.migrationsFolder);
  const database = connect(config.databaseUrl, 4);
  try {
    await setUp(database);
  } finally {
    await disconnect(database);
  }
}

main().catch((error: Error) => {
  process.stderr.write(`Heath could not be set up: ${error.message}\n`);
  process.exit(1);
});
