import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { startIntake } from '@heath/pay-intake';
import mysql from 'mysql2/promise';
import type { TestProject } from 'vitest/node';
import { SERVER_ENVIRONMENT, SERVER_FLAGS } from '../scripts/lib/server.mjs';

declare module 'vitest' {
  interface ProvidedContext {
    heathUrl: string;
    heathDatabase: string;
    /** Where the pay system that ships with Heath answers. */
    payIntake: string;
  }
}

const dist = (file: string) => fileURLToPath(new URL(`../dist/server/${file}`, import.meta.url));

/** Makes an empty database of this name beside the one given. */
export async function freshDatabase(name: string): Promise<string> {
  const base = process.env.HEATH_DATABASE_URL;
  if (!base) throw new Error('The browser tests need a MariaDB: run them with npm test.');
  const connection = await mysql.createConnection(base);
  await connection.query(`DROP DATABASE IF EXISTS ${name}`);
  await connection.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_bin`);
  await connection.end();
  return base.replace(/\/[^/]*$/, `/${name}`);
}

export const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => resolve(port));
    });
  });

/** Loads the demo with its punches up to a day. */
export function setUp(databaseUrl: string, ...args: string[]): void {
  const { status, stderr } = spawnSync(process.execPath, [dist('set-up.js'), ...args], {
    env: { ...process.env, HEATH_DATABASE_URL: databaseUrl },
    encoding: 'utf8',
  });
  if (status !== 0) throw new Error(`Set-up failed: ${stderr}`);
}

export interface RunningServer {
  readonly url: string;
  readonly process: ChildProcess;
  /** Ends it, and waits until it has. */
  end(): Promise<void>;
}

/** Starts the built server and waits until it is ready. */
export async function startServer(
  databaseUrl: string,
  env: Record<string, string> = {},
): Promise<RunningServer> {
  const port = await freePort();
  const child = spawn(process.execPath, [...SERVER_FLAGS, dist('main.js')], {
    env: {
      ...SERVER_ENVIRONMENT,
      ...process.env,
      PORT: String(port),
      HEATH_DATABASE_URL: databaseUrl,
      HEATH_LOG: 'error',
      ...env,
    },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  await new Promise<void>((resolve, reject) => {
    child.once('message', () => resolve());
    child.once('exit', (code) => reject(new Error(`The server ended with ${code}.`)));
  });
  return {
    url: `http://localhost:${port}`,
    process: child,
    async end() {
      const ended = new Promise((resolve) => child.once('exit', resolve));
      child.kill('SIGTERM');
      await ended;
    },
  };
}

export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const databaseUrl = await freshDatabase('heath_e2e');
  // Everything up to the current period, whose punches the test brings itself.
  setUp(databaseUrl, '--last-punches', '2026-10-18');
  const folder = mkdtempSync(join(tmpdir(), 'heath-intake-'));
  const intake = await startIntake({ ledgerFile: join(folder, 'ledger.jsonl') });
  const server = await startServer(databaseUrl, { HEATH_PAY_INTAKE: intake.url });
  project.provide('heathUrl', server.url);
  project.provide('payIntake', intake.url);
  project.provide('heathDatabase', databaseUrl);
  return async () => {
    await server.end();
    await intake.close();
    rmSync(folder, { recursive: true, force: true });
  };
}
