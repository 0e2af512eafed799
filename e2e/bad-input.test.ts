/**
 * A small machine for bad input: files and requests spoiled by a seeded generator. Whatever comes, there is an answer in words and in time,
 * no error of the server, every row accounted for, and nothing that grows or stays behind. HEATH_INPUTS says how many.
 */
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import mysql, { type RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Client } from './client.ts';
import { drawFrom, SEED } from './draw.ts';
import { badRequest, csvFile, giantWorkbook, plainRowCount, type Request, workbookFile } from './mutate.ts';
import { freshDatabase, type RunningServer, setUp, startServer } from './server.ts';

const INPUTS = Number(process.env.HEATH_INPUTS ?? 800);
/** Or how many of each. */
const REQUESTS = Number(process.env.HEATH_REQUESTS ?? INPUTS * 0.5);
const FILES = Number(process.env.HEATH_FILES ?? INPUTS * 0.5);
/** How long an answer takes is the machine's affair: this only ends what hangs. */
const LONGEST_MILLISECONDS = 20_000;
const MOST_GROWTH_MEGABYTES = 200;
const AT_ONCE = 4;

/** Words of drivers, validators, parsers and workers, that nobody should read. */
const INNER_WORDS =
  /ER_[A-Z]|SQL|\bselect\b.*\bfrom\b|\binsert into\b|Invalid (type|length|key|opening|closing|record|format)|Expected |received |undefined|\[object|node_modules|\.ts:|Error:|Unexpected token|JSON at position|ECONN|worker/i;

const draw = drawFrom(SEED + 1);
// A connection for each, so that one that is cut off says which request it was.
const agent = new Agent({ keepAlive: false });
const temporary = mkdtempSync(join(tmpdir(), 'heath-bad-input-'));
let databaseUrl: string;
let server: RunningServer;
let client: Client;
let baseline = 0;
let peak = 0;
let sampler: NodeJS.Timeout;
const tally = {
  requests: 0,
  csv: 0,
  workbooks: 0,
  taken: 0,
  refusedWhole: 0,
  rows: 0,
  brokenOff: 0,
  slowest: 0,
  /** The longest that somebody else waited for a card, in milliseconds. */
  bystander: 0,
};

const residentMegabytes = () =>
  Number(/VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${server.process.pid}/status`, 'utf8'))![1]) / 1024;

beforeAll(async () => {
  databaseUrl = await freshDatabase('heath_bad_input');
  setUp(databaseUrl, '--first-period', '2026-10-05', '--last-punches', '2026-10-25');
  server = await startServer(databaseUrl, { NODE_ENV: 'production', TMPDIR: temporary, HEATH_LOG: 'silent' });
  client = new Client(server.url);
  await client.signIn('odile', 'gorse-in-bloom');
});
afterAll(async () => {
  clearInterval(sampler);
  isOver = true;
  agent.destroy();
  await server.end();
  rmSync(temporary, { recursive: true, force: true });
  process.stdout.write(
    `Bad input, seed ${SEED}: ${JSON.stringify({ ...tally, baselineMegabytes: Math.round(baseline), grownMegabytes: Math.round(peak - baseline) })}\n`,
  );
});

interface Reply {
  readonly status: number;
  readonly text: string;
  readonly milliseconds: number;
}

/** Sends exactly this; fetch would put right what is wrong with a path. */
function send({
  method,
  path,
  body,
  headers,
}: { [K in keyof Request]: Request[K] | (K extends 'body' ? Buffer : never) }): Promise<Reply> {
  const begun = performance.now();
  const { port } = new URL(server.url);
  const own = {
    Host: `localhost:${port}`,
    Origin: server.url,
    Cookie: client.cookie,
    'Idempotency-Key': randomUUID(),
  };
  return new Promise((resolve, reject) => {
    const sent = request(
      {
        port,
        agent,
        method,
        path: `/api${path}`,
        // Said here: Node frames no body of OPTIONS or DELETE by itself.
        headers: {
          ...own,
          ...(body === undefined ? {} : { 'Content-Length': Buffer.byteLength(body) }),
          ...headers,
        },
        timeout: LONGEST_MILLISECONDS,
      },
      (response) => {
        const parts: Buffer[] = [];
        response.on('data', (part: Buffer) => parts.push(part));
        response.on('end', () =>
          resolve({
            status: response.statusCode!,
            text: Buffer.concat(parts).toString(),
            milliseconds: performance.now() - begun,
          }),
        );
        response.on('error', reject);
      },
    );
    sent.on('timeout', () => sent.destroy(new Error('It hangs.')));
    sent.on('error', (error) =>
      reject(new Error(`${method} ${path} ${JSON.stringify(headers)} had no answer`, { cause: error })),
    );
    sent.end(body);
  });
}

/** Measures the longest wait of a second user who reads one card repeatedly. */
let isOver = false;
let standing: Promise<void>;
async function standBy(): Promise<void> {
  const other = new Client(server.url);
  await other.signIn('marek', 'heather-and-moss');
  while (!isOver) {
    const begun = performance.now();
    await other.get('/periods/1/cards/5');
    tally.bystander = Math.max(tally.bystander, Math.round(performance.now() - begun));
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}

/** What holds for every answer. */
function inWords(what: string, { status, text, milliseconds }: Reply): void {
  tally.slowest = Math.max(tally.slowest, milliseconds);
  expect(milliseconds, what).toBeLessThan(LONGEST_MILLISECONDS);
  expect(status, `${what}: ${text.slice(0, 300)}`).toBeLessThan(500);
  if (status < 400 || text === '') return;
  const { title } = JSON.parse(text) as { title: string };
  expect(title, what).not.toMatch(INNER_WORDS);
  expect(title, what).toMatch(/\.$/);
}

/** Does all of them, some at a time. */
async function each<T>(inputs: readonly T[], work: (input: T) => Promise<void>): Promise<void> {
  const left = [...inputs];
  const worker = async () => {
    for (let next = left.pop(); next !== undefined; next = left.pop()) await work(next);
  };
  await Promise.all(Array.from({ length: AT_ONCE }, worker));
}

interface Imported {
  readonly id: number;
  readonly status: string;
  readonly error: string | null;
  readonly added: number;
  readonly known: number;
  readonly refused: number;
  readonly preview: { columns: string[]; dateOrder: string | null } | null;
}

async function importBad(name: string, bytes: Buffer): Promise<void> {
  const what = `${name} ${bytes.subarray(0, 60).toString('latin1')}`;
  const reply = await send({ method: 'POST', path: `/imports?name=${name}`, body: bytes, headers: {} });
  inWords(what, reply);
  if (reply.status !== 201) {
    // Refused for what it holds, not for who sends it.
    expect([413, 422], what).toContain(reply.status);
    tally.refusedWhole++;
    return;
  }
  const { id, preview } = JSON.parse(reply.text) as Imported;
  const columns = preview!.columns;
  // Whatever was not recognized is given a meaning, as somebody in a hurry would.
  for (const [i, field] of (['person', 'moment'] as const).entries())
    if (!columns.includes(field) && columns.length > i)
      columns[i === 0 ? 0 : Math.min(1, columns.length - 1)] = field;
  const body = JSON.stringify({ columns, dateOrder: preview!.dateOrder ?? 'iso' });
  const started = await send({
    method: 'POST',
    path: `/imports/${id}/start`,
    body,
    headers: { 'Content-Type': 'application/json' },
  });
  inWords(what, started);
  if (started.status !== 200) return;
  const begun = Date.now();
  for (;;) {
    const state = await client.get<Imported>(`/imports/${id}`);
    if (state.status === 'queued') {
      expect(Date.now() - begun, `${what} is imported for too long`).toBeLessThan(LONGEST_MILLISECONDS * 2);
      await new Promise((resolve) => setTimeout(resolve, 10));
      continue;
    }
    if (state.status === 'failed') {
      expect(state.error, what).not.toMatch(INNER_WORDS);
      tally.refusedWhole++;
      return;
    }
    expect(state.status, what).toBe('done');
    tally.taken++;
    const accounted = state.added + state.known + state.refused;
    tally.rows += accounted;
    const rows = name.endsWith('.csv') ? plainRowCount(bytes) : null;
    if (rows !== null) expect(accounted, what).toBe(rows);
    return;
  }
}

describe(`${REQUESTS + FILES} bad inputs`, () => {
  it('warm up', async () => {
    await each(
      Array.from({ length: 40 }, () => [csvFile(draw), workbookFile(draw)] as const),
      async ([csv, workbook]) => {
        await importBad('warm.csv', csv);
        await importBad('warm.xlsx', workbook);
      },
    );
    baseline = residentMegabytes();
    standing = standBy();
    sampler = setInterval(() => {
      peak = Math.max(peak, residentMegabytes());
    }, 50);
  });

  it('requests are answered in words and in time, never with an error of the server', async () => {
    await each(
      Array.from({ length: REQUESTS }, () => badRequest(draw)),
      async (bad) => {
        tally.requests++;
        inWords(
          `${bad.method} ${bad.path} ${JSON.stringify(bad.headers)} ${bad.body?.slice(0, 200)}`,
          await send(bad),
        );
      },
    );
  });

  it('CSV is taken row by row or refused, every row accounted for', async () => {
    await each(
      Array.from({ length: FILES * 0.6 }, () => csvFile(draw)),
      async (bytes) => {
        tally.csv++;
        await importBad('bad.csv', bytes);
      },
    );
  });

  it('workbooks are taken row by row or refused', async () => {
    await each(
      Array.from({ length: FILES * 0.4 }, () => workbookFile(draw)),
      async (bytes) => {
        tally.workbooks++;
        await importBad('bad.xlsx', bytes);
      },
    );
    // The next cases zip large workbooks in this process, which would delay a read that is still measured.
    isOver = true;
    await standing;
  });

  it.each([
    [
      'a sheet of 420 MB in some hundred kB',
      'xl/worksheets/sheet1.xml',
      '</sheetData>',
      '<row><c t="str"><v>x</v></c></row>',
      420,
    ],
    [
      'texts of 120 MB in some hundred kB',
      'xl/sharedStrings.xml',
      '</sst>',
      `<si><t>${'x'.repeat(2000)}</t></si>`,
      120,
    ],
    [
      'a cell far to the right in every row',
      'xl/worksheets/sheet1.xml',
      '</sheetData>',
      '<row><c r="XFD1"><v>1</v></c></row>',
      2,
    ],
  ] as const)(
    '%s: the upload is answered in time, the import refused in words, and everybody goes on working',
    async (_name, part, before, piece, megabytes) => {
      const bytes = giantWorkbook(part, before, piece, megabytes);
      expect(bytes.length).toBeLessThan(3 * 1024 * 1024);
      const slow: number[] = [];
      const others = setInterval(() => {
        const begun = performance.now();
        void client.get('/periods').then(() => slow.push(performance.now() - begun));
      }, 100);
      await importBad('giant.xlsx', bytes);
      clearInterval(others);
      expect(Math.max(0, ...slow)).toBeLessThan(LONGEST_MILLISECONDS / 2);
    },
  );

  it('a workbook whose sender leaves is no longer looked into', async () => {
    const bytes = giantWorkbook('xl/sharedStrings.xml', '</sst>', '<si><t>x</t></si>', 60);
    const { port } = new URL(server.url);
    await new Promise<void>((resolve) => {
      const headers = {
        Host: `localhost:${port}`,
        Origin: server.url,
        Cookie: client.cookie,
        'Idempotency-Key': randomUUID(),
        'Content-Length': String(bytes.length),
      };
      const sent = request({ port, method: 'POST', path: '/api/imports?name=left.xlsx', headers });
      sent.on('error', () => resolve());
      sent.end(bytes, () => setTimeout(() => sent.destroy(), 100));
      sent.on('close', () => resolve());
    });
    const begun = performance.now();
    await importBad('next.csv', Buffer.from('Person no,Punched at\nMF-0101,2026-10-20T08:00:00Z\n'));
    expect(performance.now() - begun).toBeLessThan(LONGEST_MILLISECONDS);
    const connection = await mysql.createConnection(databaseUrl);
    const [left] = await connection.query<RowDataPacket[]>(
      "SELECT id FROM import_file WHERE name = 'left.xlsx' AND status = 'receiving'",
    );
    expect(left).toEqual([]);
    await connection.end();
  });

  it('uploads that break off leave nothing', async () => {
    const { port } = new URL(server.url);
    await each(
      Array.from({ length: 20 }, () => csvFile(draw)),
      async (bytes) => {
        tally.brokenOff++;
        await new Promise<void>((resolve) => {
          const headers = {
            Host: `localhost:${port}`,
            Origin: server.url,
            Cookie: client.cookie,
            'Idempotency-Key': randomUUID(),
            'Content-Length': String(bytes.length + 1000),
          };
          const sent = request({ port, method: 'POST', path: '/api/imports?name=broken.csv', headers });
          sent.on('error', () => resolve());
          sent.write(bytes);
          setTimeout(() => {
            sent.destroy();
            resolve();
          }, draw.upTo(30));
        });
      },
    );
    const connection = await mysql.createConnection(databaseUrl);
    const half = async () =>
      (
        await connection.query<RowDataPacket[]>(
          "SELECT id FROM import_file WHERE status = 'receiving' OR name = 'broken.csv'",
        )
      )[0].length;
    // One that the server has not begun to read yet is not there yet: none is left once none was for a while.
    let without = 0;
    for (let i = 0; without < 10 && i < 100; i++) {
      without = (await half()) === 0 ? without + 1 : 0;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    expect(without).toBe(10);
    await connection.end();
  });

  it('nothing grew, nothing stays in the temporary folder, and the server is well', async () => {
    expect(peak - baseline).toBeLessThan(MOST_GROWTH_MEGABYTES);
    // How long it was hangs on the machine; `bystander` in the bench holds it to a bar.
    expect(tally.bystander).toBeLessThan(LONGEST_MILLISECONDS);
    expect(readdirSync(temporary)).toEqual([]);
    expect(await client.get('/health')).toEqual({ status: 'ready' });
    // Cards that the last files touched may still be being computed.
    const tasks = async () => (await client.get<{ tasks: unknown[] }>('/tasks')).tasks;
    await expect.poll(tasks, { timeout: 30_000, interval: 200 }).toEqual([]);
  });
});
