import { randomBytes } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import { DEMO_NOW } from '@heath/demo';
import { eq } from 'drizzle-orm';
import { pino } from 'pino';
import { createApp } from './app.ts';
import { clockAt } from './clock.ts';
import { readConfig } from './config.ts';
import { connect, type Database, disconnect } from './database/connect.ts';
import { migrate } from './database/migrate.ts';
import { setting } from './database/schema.ts';
import { SessionStore } from './features/sign-in/session-store.ts';
import { TaskRunner } from './jobs/runner.ts';

const SWEEP_MILLISECONDS = 600_000;

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
  return (await readSetting(database, 'session-secret'))!;
}

async function main(): Promise<void> {
  const config = readConfig(process.env);
  const log = pino({ level: config.logLevel });
  await migrate(config.databaseUrl, config.migrationsFolder);
  const database = connect(config.databaseUrl, 10);
  // The demo's clock stands still, so that its screens repeat; the worker threads read the same variable.
  if (!process.env.HEATH_NOW && (await readSetting(database, 'demo')) !== null)
    process.env.HEATH_NOW = DEMO_NOW;
  const clock = clockAt(process.env.HEATH_NOW);
  const runner = new TaskRunner(database, log, fileURLToPath(new URL('./worker.js', import.meta.url)));
  const sessions = new SessionStore(database);
  const context = { database, clock, log, nudge: () => runner.nudge() };
  const app = createApp(context, sessions, await sessionSecret(database), config.webFolder);

  const server = app.listen(config.port, '127.0.0.1');
  server.on('error', (error: NodeJS.ErrnoException) => {
    log.fatal(
      error.code === 'EADDRINUSE'
        ? `Port ${config.port} is in use. Set PORT to a free one.`
        : `Cannot listen: ${error.message}`,
    );
    process.exit(1);
  });
  server.on('listening', () => {
    runner.start();
    log.info(`listening on ${config.port}`);
    process.send?.('listening');
  });
  const sweep = setInterval(
    () => void sessions.sweep().catch((error) => log.warn({ err: error }, 'sweep')),
    SWEEP_MILLISECONDS,
  );

  let stopping = false;
  const stop = async () => {
    if (stopping) return;
    stopping = true;
    clearInterval(sweep);
    server.close();
    server.closeAllConnections();
    await runner.stop();
    await disconnect(database);
    process.exit(0);
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  // Whoever started this server is gone.
  process.on('disconnect', stop);
}

main().catch((error: Error) => {
  process.stderr.write(`Heath cannot start: ${error.message}\n`);
  process.exit(1);
});
