/** A backup that is made, and put back, while ten people write: what was answered before it is there once, and nothing is half. */
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { type AmountsReply, type CardsReply, cardRows } from '@heath/contract';
import mysql, { type RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Client } from './client.ts';
import { environment, type Starter, startHeath } from './starter.ts';

const root = fileURLToPath(new URL('..', import.meta.url));
const WRITERS = 10;
const folder = mkdtempSync(join(tmpdir(), 'heath-backup-'));
const file = join(folder, 'copy.sql.gz');
let heath: Starter;

/** Runs `npm run backup` or `npm run restore`, as a person does beside a running Heath. */
function command(name: 'backup' | 'restore', argument: string): Promise<{ code: number; said: string }> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [join(root, 'scripts', `${name}.mjs`), argument], {
      env: environment({ HEATH_DATA: folder, INIT_CWD: folder }),
    });
    let said = '';
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (part: Buffer) => {
        said += part.toString();
      });
    child.on('close', (code) => resolve({ code: code ?? 1, said }));
  });
}

beforeAll(async () => {
  heath = await startHeath(folder, ['--first-period', '2026-10-19', '--last-punches', '2026-10-20']);
  await heath.until('Heath is at', 120);
});
afterAll(async () => {
  heath.child.kill('SIGTERM');
  await heath.ended();
  rmSync(folder, { recursive: true, force: true });
});

/** Signs in once for all whose session is over, as often as those are over. */
const sessions = new Map<string, Promise<string>>();
function newSession(before: string): Promise<string> {
  let session = sessions.get(before);
  if (session === undefined) {
    session = (async () => {
      const client = new Client(heath.url);
      await client.signIn('odile', 'gorse-in-bloom');
      return client.cookie;
    })();
    sessions.set(before, session);
  }
  return session;
}

/** User who adds amounts of different sizes until stopped, and remembers when each was answered. */
class Writer {
  readonly answered = new Map<number, number>();
  readonly ended: Promise<void>;
  #isOver = false;

  constructor(
    readonly client: Client,
    readonly personId: number,
    first: number,
  ) {
    this.ended = this.#go(first);
  }

  stop(): Promise<void> {
    this.#isOver = true;
    return this.ended;
  }

  async #go(first: number): Promise<void> {
    for (let amount = first; !this.#isOver; amount++) {
      const asked = {
        amounts: [{ personId: this.personId, day: '2026-10-20', what: 'Units', amount: `${amount}` }],
      };
      const { status } = await this.client.ask('POST', '/periods/1/amounts', asked);
      if (status === 201) this.answered.set(amount, Date.now());
      // Put back to what was, nobody is signed in any more.
      else if (status === 401) this.client.cookie = await newSession(this.client.cookie);
      else throw new Error(`An amount was answered with ${status}.`);
    }
  }
}

describe('a backup', () => {
  it('is made and put back while ten write: what was answered before is there once, what came after is gone, and writing goes on', async () => {
    const clients = Array.from({ length: WRITERS }, () => new Client(heath.url));
    for (const client of clients) client.cookie = await newSession('');
    const cards = cardRows(await clients[0]!.get<CardsReply>('/periods/1/cards'));
    const writers = clients.map((client, i) => new Writer(client, cards[i]!.personId, 1 + i * 1000));
    const answered = () => writers.reduce((sum, writer) => sum + writer.answered.size, 0);
    const goesOn = async () => {
      const enough = answered() + 100;
      await expect.poll(answered, { timeout: 60_000 }).toBeGreaterThan(enough);
    };
    await goesOn();
    const before = Date.now();
    const made = await command('backup', file);
    const after = Date.now();
    expect([made.code, made.said]).toEqual([0, expect.stringContaining(`${file} holds all that Heath kept`)]);
    expect(statSync(file).mode & 0o077).toBe(0);
    await goesOn();
    const restoring = Date.now();
    const restored = await command('restore', file);
    const again = Date.now();
    expect([restored.code, restored.said]).toEqual([
      0,
      expect.stringContaining('Heath has again what it kept'),
    ]);
    await goesOn();
    await Promise.all(writers.map((writer) => writer.stop()));
    const { amounts } = await clients[0]!.get<AmountsReply>('/periods/1/amounts');
    const there = new Map<number, number>();
    for (const { amount } of amounts) there.set(amount / 90_000, (there.get(amount / 90_000) ?? 0) + 1);
    let [kept, lost, later] = [0, 0, 0];
    for (const { answered } of writers)
      for (const [amount, at] of answered) {
        const count = there.get(amount) ?? 0;
        expect([amount, count <= 1]).toEqual([amount, true]);
        if (at < before) {
          expect([amount, count]).toEqual([amount, 1]);
          kept++;
        } else if (at > after && at < restoring) {
          expect([amount, count]).toEqual([amount, 0]);
          lost++;
        } else if (at > again) {
          expect([amount, count]).toEqual([amount, 1]);
          later++;
        }
      }
    expect([kept > 10, lost > 10, later > 10]).toEqual([true, true, true]);
    await whole();
  }, 180_000);

  it('that is cut off, or none at all, is refused and changes nothing; what was before can be used again', async () => {
    const before = readdirSync(folder).sort();
    const cut = join(folder, 'cut.sql.gz');
    writeFileSync(cut, readFileSync(file).subarray(0, statSync(file).size - 40));
    for (const one of [cut, join(folder, 'start.pid'), join(folder, 'no-such-file')]) {
      const refused = await command('restore', one);
      expect([refused.code, refused.said]).toEqual([
        1,
        expect.stringMatching(/^Nothing was restored: .*(damaged|no file)/),
      ]);
    }
    rmSync(cut);
    expect(readdirSync(folder).sort()).toEqual(before);
    const twice = await command('backup', file);
    expect([twice.code, twice.said]).toEqual([1, expect.stringContaining('is there already')]);
    const back = await command('restore', '--before');
    expect(back.code).toBe(0);
    const client = new Client(heath.url);
    await client.signIn('odile', 'gorse-in-bloom');
    const { amounts } = await client.get<AmountsReply>('/periods/1/amounts');
    expect(amounts.length).toBeGreaterThan(20);
    expect(existsSync(join(folder, 'database.next'))).toBe(false);
  });
});

/** In the database that was put back no row is half: every reference leads somewhere, every write has its answer, and what only grows cannot change. */
async function whole(): Promise<void> {
  const environ = readFileSync(`/proc/${heath.pid('server')}/environ`, 'utf8');
  const connection = await mysql.createConnection({ uri: /HEATH_DATABASE_URL=([^\0]+)/.exec(environ)![1]! });
  const count = async (text: string) => Number((await connection.query<RowDataPacket[]>(text))[0][0]!.n);
  try {
    expect(await count('SELECT COUNT(*) AS n FROM flat_amount')).toBe(
      await count("SELECT COUNT(*) AS n FROM audit_event WHERE about = 'flat_amount'"),
    );
    expect(await count("SELECT COUNT(*) AS n FROM answered_write WHERE result = '0'")).toBe(0);
    const [keys] = await connection.query<RowDataPacket[]>(
      `SELECT table_name AS t, column_name AS c, referenced_table_name AS rt, referenced_column_name AS rc
         FROM information_schema.key_column_usage WHERE table_schema = DATABASE() AND referenced_table_name IS NOT NULL`,
    );
    expect(keys.length).toBeGreaterThan(60);
    for (const { t, c, rt, rc } of keys)
      expect([
        `${t}.${c}`,
        await count(
          `SELECT COUNT(*) AS n FROM \`${t}\` a LEFT JOIN \`${rt}\` b ON b.\`${rc}\` = a.\`${c}\` WHERE a.\`${c}\` IS NOT NULL AND b.\`${rc}\` IS NULL`,
        ),
      ]).toEqual([`${t}.${c}`, 0]);
    await expect(connection.query('UPDATE punch SET at = at + 1 LIMIT 1')).rejects.toThrow();
  } finally {
    await connection.end();
  }
}
