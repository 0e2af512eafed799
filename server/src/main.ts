import { randomBytes } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import { DEMO_NOW } from '@heath/demo';
import { eq } from 'drizzle-orm';
import { checkDatabase } from '../../scripts/lib/database.mjs';
import { createApp } from './app.ts';
import { clockAt } from './base/clock.ts';
import { Disk } from './base/disk.ts';
import { createLog } from './base/log.ts';
import { readConfig } from './config.ts';
import { connect, type Database, disconnect } from './database/connect.ts';
import { migrate } from './database/migrate.ts';
import { setting } from './database/schema/index.ts';
import { compareWithPaySystem } from './features/handoff/deliveries/unmatched.ts';
import { forgetHalfReceived, lastImportId } from './features/imports/store.ts';
import { SessionStore } from './features/sign-in/session-store.ts';
import type { Context } from './http/context.ts';
import { askForStaleCards } from './recompute/stale-cards.ts';
import { AsideThreads } from './tasks/aside-threads.ts';
import { sweep } from './tasks/housekeeping.ts';
import { Printer } from './tasks/printer.ts';
import { FileReader } from './tasks/reader.ts';
import { TaskRunner } from './tasks/runner.ts';
import { payIntakeOf } from './tasks/work.ts';

const SWEEP_MILLISECONDS = 600_000;
/** The starter ends a server that it does not hear from. */
const ALIVE_MILLISECONDS = 2000;
const LONGEST_STOP_MILLISECONDS = 5000;

async function readSetting(database: Database, name: string): Promise<string | null> {
  const [row] = await database.select().from(setting).where(eq(setting.name, name));
  return row?.value ?? null;
}

/** The key that signs session cookies: made once, then shared by every server on this database. */
async function sessionSecret(database: Database): Promise<string> {
  await database
    .insert(setting)
    .ignore()
    .values({ name: 'session-secret', value: randomBytes(32).toString('hex') });
  const secret = await readSetting(database, 'session-secret');
  if (secret === null || secret === undefined) throw new Error('The key of sessions was not kept.');
  return secret;
}

async function main(): Promise<void> {
  // Whoever started this server may be gone before it is up.
  const leave = () => process.exit(0);
  process.once('disconnect', leave);
  const config = readConfig(process.env);
  const log = createLog(config.logLevel);
  await checkDatabase(config.database);
  await migrate(config.databaseUrl, config.migrationsFolder);
  const database = connect(config.databaseUrl, 10);
  // The demo's clock stands still, so that its screens repeat; the worker threads read the same variable.
  if (!process.env.HEATH_NOW && (await readSetting(database, 'demo')) !== null)
    process.env.HEATH_NOW = DEMO_NOW;
  const clock = clockAt(process.env.HEATH_NOW);
  const workerFile = fileURLToPath(new URL('./worker.js', import.meta.url));
  const runner = new TaskRunner(database, clock, log, config.server, workerFile);
  const reader = new FileReader(workerFile);
  const printer = new Printer(workerFile);
  const asides = new AsideThreads(workerFile);
  const sessions = new SessionStore(database);
  const context: Context = {
    database,
    clock,
    log,
    server: config.server,
    disk: new Disk(config.dataFolder),
    nudge: () => runner.nudge(),
    inspect: (importId, gone) => reader.inspect(importId, gone),
    print: printer,
    aside: asides.answer,
    payIntake: () => payIntakeOf(process.env),
  };
  const app = createApp(context, sessions, await sessionSecret(database), config);

  // Before anybody can send one.
  const lastImport = await lastImportId(database);
  const server = app.listen(config.port, '127.0.0.1');
  server.on('error', (error: NodeJS.ErrnoException) => {
    const sentence =
      error.code === 'EADDRINUSE'
        ? `Port ${config.port} is in use. Set PORT to a free one.`
        : `Heath cannot listen on port ${config.port} (${error.code}).`;
    process.stderr.write(`${sentence}\n`);
    process.exit(1);
  });
  server.on('listening', () => {
    // Only whoever has the port may clear away what a server of that name left.
    void takeUpWhatWasLeft(context, runner, lastImport);
    compareAtStart(context);
    log.info(`listening on ${config.port}`);
    process.send?.('listening');
  });
  const alive = setInterval(() => process.send?.('alive'), ALIVE_MILLISECONDS);
  const sweeping = setInterval(() => void keepHouse(context), SWEEP_MILLISECONDS);

  let stopping = false;
  const stop = async () => {
    if (stopping) return;
    stopping = true;
    // Whatever does not answer any more must not keep this process.
    setTimeout(() => process.exit(0), LONGEST_STOP_MILLISECONDS).unref();
    clearInterval(sweeping);
    clearInterval(alive);
    server.close();
    server.closeAllConnections();
    await Promise.all([runner.stop(), reader.stop(), printer.stop(), asides.stop()]);
    await disconnect(database);
    process.exit(0);
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  // Whoever started this server is gone.
  process.off('disconnect', leave);
  process.on('disconnect', stop);
}

/** What a server of this name was doing when it died goes on, and cards that nobody computes any more are computed. */
async function takeUpWhatWasLeft(
  { database, log, server }: Context,
  runner: TaskRunner,
  lastImport: number,
): Promise<void> {
  runner.start();
  try {
    await forgetHalfReceived(database, server, lastImport);
    await askForStaleCards(database);
    runner.nudge();
  } catch (error) {
    log.error({ err: error }, 'what was left could not be taken up');
  }
}

const COMPARE_AGAIN_MILLISECONDS = 30_000;

/** Compares what the pay system has with what was delivered, once; where it does not answer, again later. */
function compareAtStart(context: Context): void {
  const { database, clock, log, payIntake } = context;
  const intake = payIntake();
  if (intake === null) return;
  compareWithPaySystem(database, clock, intake).catch((error: unknown) => {
    log.info({ err: error }, 'not compared with the pay system yet');
    setTimeout(() => compareAtStart(context), COMPARE_AGAIN_MILLISECONDS).unref();
  });
}

async function keepHouse({ database, log }: Context): Promise<void> {
  try {
    await sweep(database);
  } catch (error) {
    log.warn({ err: error }, 'sweep');
  }
}

main().catch((error: Error) => {
  process.stderr.write(`Heath cannot start: ${error.message}\n`);
  process.exit(1);
});
