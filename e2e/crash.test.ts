import type { ChildProcess } from 'node:child_process';
import { instant, workday, zoneOffsets } from '@heath/core';
import { CURRENT_PERIOD, people, punchFileLines, ZONE } from '@heath/demo';
import mysql, { type Connection, type RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { freshDatabase, type RunningServer, setUp, startServer } from './server.ts';

const PEOPLE = 2500;
const offsets = zoneOffsets(ZONE, instant(1_700_000_000), instant(1_900_000_000));
const lines = [
  ...punchFileLines(people(PEOPLE), CURRENT_PERIOD, workday(CURRENT_PERIOD + 13), offsets, {
    everyMealPunched: true,
  }),
];

let databaseUrl: string;
let server: RunningServer;
let database: Connection;
beforeAll(async () => {
  databaseUrl = await freshDatabase('heath_crash');
  setUp(
    databaseUrl,
    '--people',
    String(PEOPLE),
    '--first-period',
    '2026-10-19',
    '--last-punches',
    '2026-10-18',
  );
  server = await startServer(databaseUrl);
  database = await mysql.createConnection(databaseUrl);
});
afterAll(async () => {
  await database.end();
  await ended(server.process, 'SIGTERM');
});

const ended = (child: ChildProcess, signal: NodeJS.Signals) =>
  new Promise<void>((resolve) => {
    child.once('exit', () => resolve());
    child.kill(signal);
  });

let cookie = '';
async function call(method: string, path: string, body?: string | object) {
  const response = await fetch(`${server.url}/api${path}`, {
    method,
    headers: {
      Origin: server.url,
      Cookie: cookie,
      'Content-Type': typeof body === 'string' ? 'application/octet-stream' : 'application/json',
    },
    ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
  });
  if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
  cookie ||= response.headers.get('set-cookie')!.split(';')[0]!;
  return response.json();
}

const count = async (sql: string): Promise<number> => {
  const [[row]] = await database.query<RowDataPacket[]>(sql);
  return Number(row!.n);
};
async function until(what: () => Promise<boolean>, seconds: number): Promise<void> {
  const limit = Date.now() + seconds * 1000;
  while (!(await what())) {
    if (Date.now() > limit) throw new Error(`Not within ${seconds} s: ${what}`);
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}

it('an import whose server is killed in the middle leaves nothing, and is carried out whole by the next server', async () => {
  await call('POST', '/session', { username: 'odile', password: 'gorse-in-bloom' });
  const received = await call('POST', '/imports?name=big.csv', lines.join('\n'));
  const { columns, dateOrder } = received.preview;
  await call('POST', `/imports/${received.id}/start`, { columns, dateOrder });
  // In the middle: rows are in the table, but not committed.
  await until(
    async () =>
      (await count(
        'SELECT count(*) AS n FROM task WHERE kind = "import" AND status = "running" AND done > 0',
      )) === 1,
    30,
  );
  await database.query('SET SESSION TRANSACTION ISOLATION LEVEL READ UNCOMMITTED');
  await until(async () => (await count('SELECT count(*) AS n FROM punch')) > 0, 30);
  await ended(server.process, 'SIGKILL');
  await database.query('SET SESSION TRANSACTION ISOLATION LEVEL READ COMMITTED');

  expect(await count('SELECT count(*) AS n FROM punch')).toBe(0);
  expect(await count('SELECT count(*) AS n FROM import_file WHERE status = "queued"')).toBe(1);

  server = await startServer(databaseUrl);
  await until(
    async () => (await count('SELECT count(*) AS n FROM import_file WHERE status = "done"')) === 1,
    90,
  );
  expect(await count('SELECT count(*) AS n FROM punch')).toBe(lines.length - 1);
  // The session outlived the server, too.
  expect(await call('GET', `/imports/${received.id}`)).toMatchObject({
    added: lines.length - 1,
    known: 0,
    refused: 0,
  });
});
