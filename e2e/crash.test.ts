/**
 * A small machine that kills. In every round some people import, settle, undo and hand off while the server, the starter, the database or
 * all of them are killed at a random moment; whoever had no answer asks again, as the pages do. When all have their answers, the database is
 * held against a plain list of them. HEATH_ROUNDS says how many rounds; HEATH_SEED what is drawn.
 */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type BulkReply, type CardsReply, cardRows, type ExceptionsReply } from '@heath/contract';
import {
  type Instant,
  instantToIso,
  PASSABLE_CHECKS,
  type Workday,
  workdayFromIso,
  workdayToIso,
} from '@heath/core';
import mysql, { type Connection, type RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Answer, Client, type Problem } from './client.ts';
import { drawFrom, SEED } from './draw.ts';
import { type Starter, startHeath } from './starter.ts';

const ROUNDS = Number(process.env.HEATH_ROUNDS ?? 5);
const WORKERS = 3;
const PEOPLE = 40;
const DAY = 86_400;

const { random, upTo, oneOf } = drawFrom(SEED);
const wait = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

interface Period {
  readonly id: number;
  readonly firstDay: Workday;
}

/** The plain list: what was answered, in the words of the answers. */
const known = {
  /** `person|second|kind` of every punch that a started file holds. */
  punches: new Set<string>(),
  files: [] as { id: number; rows: number; bad: number }[],
  corrections: new Map<number, { undoes: number | null }>(),
  /** How many corrections each bulk holds. */
  bulks: new Map<number, number>(),
  handoffs: new Map<number, { lines: number; payable: number }>(),
};
const tally = {
  kills: 0,
  killed: {} as Record<string, number>,
  askedAgain: 0,
  imports: 0,
  givenUp: 0,
  settled: 0,
  undone: 0,
  together: 0,
  handedOff: 0,
  notReady: 0,
};

const folder = mkdtempSync(join(tmpdir(), 'heath-crash-'));
let heath: Starter;
let client: Client;
let periods: Period[];
let people: { id: number; number: string }[];

/** A connection of the test's own, with the address that the server has. */
async function database(): Promise<Connection> {
  const environ = readFileSync(`/proc/${heath.pid('server')}/environ`, 'utf8');
  return mysql.createConnection({
    uri: /HEATH_DATABASE_URL=([^\0]+)/.exec(environ)![1]!,
    timezone: 'Z',
    dateStrings: true,
  });
}
async function rows<T>(connection: Connection, sql: string): Promise<T[]> {
  return (await connection.query<RowDataPacket[]>(sql))[0] as T[];
}

beforeAll(async () => {
  heath = await startHeath(folder, ['--first-period', '2026-10-19', '--last-punches', '2026-10-18']);
  await heath.until('Heath is at', 120);
  client = new Client(heath.url);
  await client.signIn('odile', 'gorse-in-bloom');
  const connection = await database();
  // Periods enough for every round, before those of the demo; everybody was there all the time.
  await connection.query("UPDATE person SET first_day = '2024-06-01', last_day = NULL");
  const wanted = ROUNDS * WORKERS;
  const firsts = Array.from({ length: Math.min(wanted, 95) }, (_, i) => workdayFromIso('2026-10-12') - 7 * i);
  await connection.query('INSERT INTO period (schedule_id, first_day, last_day) VALUES ?', [
    firsts.map((day) => [1, workdayToIso(day as Workday), workdayToIso((day + 6) as Workday)]),
  ]);
  periods = (await rows<{ id: number; first_day: string }>(connection, 'SELECT id, first_day FROM period'))
    .map(({ id, first_day }) => ({ id, firstDay: workdayFromIso(first_day) }))
    .filter(({ firstDay }) => firstDay < workdayFromIso('2026-10-19'));
  people = await rows(connection, `SELECT id, number FROM person ORDER BY id LIMIT ${PEOPLE}`);
  await connection.end();
});
afterAll(async () => {
  heath.child.kill('SIGTERM');
  await heath.ended();
  rmSync(folder, { recursive: true, force: true });
  process.stdout.write(
    `${ROUNDS} rounds, seed ${SEED}: ${JSON.stringify({ ...tally, askedAgain: client.askedAgain })}\n`,
  );
});

/** A file for some days of a period: a few missing outs, a few rows that cannot be taken. */
function punchFile({ firstDay }: Period, upload: number) {
  const lines = ['Person no,Punched at,Type'];
  const punches: string[] = [];
  let bad = 0;
  const some = people.slice(0, 3 + upTo(PEOPLE - 3));
  for (let day = 0; day < 1 + upTo(5); day++) {
    for (const { id, number } of some) {
      const start = (firstDay + day) * DAY + 8 * 3600 + upTo(600) + upload;
      const add = (at: number, kind: string) => {
        lines.push(`${number},${instantToIso(at as Instant)},${kind}`);
        punches.push(`${id}|${at}|${kind}`);
      };
      add(start, 'in');
      if (random() > 0.04) add(start + 8 * 3600 + upTo(1800), 'out');
      if (random() < 0.01) {
        lines.push(oneOf(['MF-9999,2026-10-20T08:00:00Z,in', `${number},never,in`, number, ',,,']));
        bad++;
      }
    }
  }
  const end = oneOf(['\n', '\r\n', '\r']);
  return { text: lines.join(end), punches, rows: lines.length - 1, bad };
}

interface ImportReply {
  readonly id: number;
  readonly status: string;
  readonly preview: { readonly columns: readonly string[]; readonly dateOrder: string };
  readonly added: number;
  readonly known: number;
  readonly refused: number;
}
interface Open {
  readonly key: string;
  readonly kind: string;
  readonly punch: { readonly at: number } | null;
}

const expected = (answer: Answer, ...statuses: number[]) => {
  if (!statuses.includes(answer.status))
    throw new Error(`Answered ${answer.status}: ${JSON.stringify(answer.body)}`);
};

async function importOne(file: ReturnType<typeof punchFile>): Promise<void> {
  const received = await client.ask<ImportReply>('POST', `/imports?name=round.csv`, file.text);
  expected(received, 201);
  const { id, preview } = received.body;
  const start = async () =>
    expected(
      await client.ask('POST', `/imports/${id}/start`, { columns: preview.columns, dateOrder: 'iso' }),
      200,
    );
  await start();
  // Some are given up while they go on: what was done of them is gone, and they are started anew.
  if (random() < 0.3 && (await givenUp(id))) await start();
  known.files.push({ id, rows: file.rows, bad: file.bad });
  for (const punch of file.punches) known.punches.add(punch);
  for (let i = 0; ; i++) {
    const { status } = await client.get<ImportReply>(`/imports/${id}`);
    if (status === 'done') break;
    if (status === 'failed' || i > 600) throw new Error(`Import ${id} is ${status}.`);
    await wait(100);
  }
  tally.imports++;
}

async function givenUp(importId: number): Promise<boolean> {
  const { tasks } = await client.get<{ tasks: { id: number; kind: string; subjectId: number }[] }>('/tasks');
  const going = tasks.find(({ kind, subjectId }) => kind === 'import' && subjectId === importId);
  if (going === undefined) return false;
  const canceled = await client.ask('DELETE', `/tasks/${going.id}`);
  // It may have been done in the meantime.
  expected(canceled, 200, 409);
  if (canceled.status === 200) tally.givenUp++;
  return canceled.status === 200;
}

async function settleSome(period: Period, most: number, undoShare: number): Promise<void> {
  const list = cardRows(await client.get<CardsReply>(`/periods/${period.id}/cards`));
  for (const { personId, toSettle } of list) {
    if (toSettle === 0 || most <= 0) continue;
    const path = `/periods/${period.id}/cards/${personId}`;
    const { exceptions } = await client.get<{ exceptions: Open[] }>(path);
    for (const { key, kind, punch } of exceptions) {
      if (kind !== 'missing-out' || punch === null || most-- <= 0) continue;
      const body = { exception: key, at: punch.at + 8 * 3600 + upTo(900), note: 'round' };
      const settled = await client.ask<{ correctionId: number }>('POST', `${path}/settle`, body);
      expected(settled, 201, 409, 422);
      if (settled.status !== 201) continue;
      known.corrections.set(settled.body.correctionId, { undoes: null });
      tally.settled++;
      if (random() >= undoShare) continue;
      const undone = await client.ask<{ correctionId: number }>(
        'POST',
        `${path}/corrections/${settled.body.correctionId}/undo`,
      );
      expected(undone, 201);
      known.corrections.set(undone.body.correctionId, { undoes: settled.body.correctionId });
      tally.undone++;
    }
  }
}

/** Settles some together, and takes all of it back as one. */
async function settleTogether(period: Period, undoShare: number): Promise<void> {
  const { people: some, exceptions } = await client.get<ExceptionsReply>(`/periods/${period.id}/exceptions`);
  const items = exceptions
    .filter(({ kind }) => kind === 'missing-out')
    .slice(0, 6)
    .map(({ key, at, person }) => ({
      personId: some[person]!.personId,
      exception: key,
      way: { kind: 'time', at: at + 8 * 3600 + upTo(900) },
    }));
  if (items.length === 0) return;
  const path = `/periods/${period.id}/bulks`;
  const settled = await client.ask<BulkReply>('POST', path, { what: 'Round', items, note: '' });
  expected(settled, 200, 409, 422);
  if (settled.status !== 200) return;
  known.bulks.set(settled.body.bulkId, settled.body.corrections);
  tally.together++;
  if (random() >= undoShare) return;
  const undone = await client.ask<BulkReply>('POST', `${path}/${settled.body.bulkId}/undo`);
  expected(undone, 200);
  known.bulks.set(undone.body.bulkId, undone.body.corrections);
}

/** Whatever lets itself be passed over: what is at stake here is what is kept. */
const OVERRIDES = PASSABLE_CHECKS.map((check) => ({
  check,
  reason: 'A round of it',
}));

async function handOff(period: Period): Promise<void> {
  for (let tries = 0; tries < 3; tries++) {
    const answer = await client.ask<{ batches: { lines: number; payableHours: number }[] } & Problem>(
      'POST',
      `/periods/${period.id}/handoff`,
      { overrides: OVERRIDES },
    );
    expected(answer, 201, 409);
    if (answer.status === 201) {
      const { lines, payableHours } = answer.body.batches[0]!;
      known.handoffs.set(period.id, { lines, payable: payableHours });
      tally.handedOff++;
      return;
    }
    if (answer.body.type === 'sealed') return;
    tally.notReady++;
    await settleSome(period, 50, 0);
    await wait(150);
  }
}

/** What one person does in a round: import, settle, perhaps once more, and hand off. */
async function work(period: Period, round: number): Promise<void> {
  const file = punchFile(period, round);
  await importOne(file);
  if (random() < 0.6) await settleTogether(period, 0.5);
  await settleSome(period, 1 + upTo(4), 0.3);
  // The same file comes again, perhaps while its period is handed off.
  const again = random() < 0.3 ? importOne(file) : null;
  if (random() < 0.8) await handOff(period);
  await again;
}

const VICTIMS = ['server', 'database', 'starter', 'server and database', 'all'] as const;

async function kill(victim: (typeof VICTIMS)[number]): Promise<void> {
  tally.kills++;
  tally.killed[victim] = (tally.killed[victim] ?? 0) + 1;
  const end = (pid: () => number) => {
    try {
      process.kill(pid(), 'SIGKILL');
    } catch {
      // There is none just now, from a kill before.
    }
  };
  const any = (...victims: readonly string[]) => victims.includes(victim);
  if (any('starter', 'all')) end(() => heath.child.pid!);
  if (any('server', 'server and database', 'all')) end(() => heath.pid('server'));
  if (any('database', 'server and database', 'all')) end(() => heath.pid('database'));
  if (victim !== 'starter' && victim !== 'all') return;
  await heath.ended();
  const port = Number(new URL(heath.url).port);
  heath = await startHeath(folder, [], port);
  await heath.until('Heath is at', 90);
}

/** Waits until nothing is left to do, and says how long a task that was killed waited for somebody. */
async function quiet(): Promise<void> {
  const limit = Date.now() + 90_000;
  for (;;) {
    const { tasks } = await client.get<{ tasks: { status: string; error: string | null }[] }>('/tasks');
    if (tasks.length === 0) return;
    if (tasks.some(({ status }) => status === 'gave up') || Date.now() > limit)
      throw new Error(`Left undone: ${JSON.stringify(tasks)}`);
    await wait(100);
  }
}

/** Holds the database against the list. */
async function holdAgainstTheList(): Promise<void> {
  const connection = await database();
  try {
    const punches = await rows<{ p: string }>(
      connection,
      "SELECT CONCAT(o.person_id, '|', p.at, '|', p.kind) AS p FROM punch p JOIN badge_owner o ON o.badge_id = p.badge_id AND o.person_id IS NOT NULL",
    );
    expect(new Set(punches.map(({ p }) => p))).toEqual(known.punches);
    expect(punches).toHaveLength(known.punches.size);

    // What broke off is taken away as soon as the database is back.
    const half = "SELECT id FROM import_file WHERE status IN ('receiving', 'queued')";
    for (let i = 0; (await rows(connection, half)).length > 0; i++) {
      if (i > 100) throw new Error('Files are left half received.');
      await wait(100);
    }
    const files = await rows<{ id: number; status: string; added: number; known: number; refused: number }>(
      connection,
      'SELECT id, status, added, known, refused FROM import_file ORDER BY id',
    );
    expect(files.map(({ id }) => id)).toEqual(known.files.map(({ id }) => id).sort((a, b) => a - b));
    for (const file of files) {
      const told = known.files.find(({ id }) => id === file.id)!;
      expect([file.status, file.refused, file.added + file.known]).toEqual([
        'done',
        told.bad,
        told.rows - told.bad,
      ]);
    }
    const [{ added }] = (await rows<{ added: number }>(
      connection,
      'SELECT CAST(COALESCE(SUM(added), 0) AS SIGNED) AS added FROM import_file',
    )) as [{ added: number }];
    expect(added).toBe(known.punches.size);

    const corrections = await rows<{ id: number; undoes: number | null }>(
      connection,
      'SELECT id, undoes FROM correction WHERE bulk_id IS NULL ORDER BY id',
    );
    expect(new Map(corrections.map(({ id, undoes }) => [id, { undoes }]))).toEqual(
      new Map([...known.corrections].sort(([a], [b]) => a - b)),
    );

    const bulks = await rows<{ id: number; kept: number }>(
      connection,
      'SELECT b.id, COUNT(c.id) AS kept FROM bulk b LEFT JOIN correction c ON c.bulk_id = b.id GROUP BY b.id',
    );
    expect(new Map(bulks.map(({ id, kept }) => [id, kept]))).toEqual(known.bulks);

    await eachHasItsAuditEvent(connection);

    const handoffs = await rows<{
      period: number;
      lines: number;
      payable: number;
      kept: number;
      sum: number;
    }>(
      connection,
      `SELECT h.period_id AS period, h.lines AS \`lines\`, h.payable_hours AS payable, COUNT(l.seq) AS kept,
              CAST(COALESCE(SUM(IF(l.class_id LIKE 'premium:%', 0, l.hours)), 0) AS SIGNED) AS sum
         FROM batch h LEFT JOIN batch_line l ON l.batch_id = h.id GROUP BY h.id`,
    );
    expect(new Map(handoffs.map(({ period, kept, sum }) => [period, { lines: kept, payable: sum }]))).toEqual(
      known.handoffs,
    );
    for (const { lines, payable, kept, sum } of handoffs) expect([lines, payable]).toEqual([kept, sum]);

    const [{ stale }] = (await rows<{ stale: number }>(
      connection,
      `SELECT COUNT(*) AS stale FROM card c LEFT JOIN seal s ON s.period_id = c.period_id AND s.group_id = c.group_id
        WHERE s.batch_id IS NULL AND c.input_version <> c.computed_version`,
    )) as [{ stale: number }];
    expect(stale).toBe(0);
  } finally {
    await connection.end();
  }
}

/** Each correction, each file and each batch has one audit event, and there is no such event without it. */
async function eachHasItsAuditEvent(connection: Awaited<ReturnType<typeof database>>): Promise<void> {
  for (const [table, whats, which = 'TRUE'] of [
    ['correction', "'corrected', 'undone'", 'bulk_id IS NULL'],
    ['bulk', "'corrected together', 'undone together'"],
    ['import_file', "'imported'"],
    ['batch', "'handed off'"],
  ] as const) {
    const there = await rows<{ id: number }>(
      connection,
      `SELECT id FROM ${table} WHERE ${which} ORDER BY id`,
    );
    const told = await rows<{ id: number }>(
      connection,
      `SELECT about_id AS id FROM audit_event WHERE about = '${table}' AND what IN (${whats}) ORDER BY about_id`,
    );
    expect([table, told.map(({ id }) => id)]).toEqual([table, there.map(({ id }) => id)]);
  }
}

/** What is stored of a card is what its punches and corrections give now. */
async function cardsAreCurrent(period: Period): Promise<void> {
  const list = cardRows(await client.get<CardsReply>(`/periods/${period.id}/cards`));
  for (let i = 0; i < 3; i++) {
    const stored = list[upTo(list.length - 1)];
    if (stored === undefined) return;
    const card = await client.get<{ row: typeof stored; changedSinceSealed: boolean }>(
      `/periods/${period.id}/cards/${stored.personId}`,
    );
    // What was handed off stays as it was sent, whatever came later.
    if (!card.changedSinceSealed) expect(stored).toEqual(card.row);
  }
}

describe('whatever is killed, and whenever', () => {
  it(
    `nothing answered is lost, nothing is there twice or half, and everything goes on: ${ROUNDS} rounds`,
    async () => {
      for (let round = 0; round < ROUNDS; round++) {
        const mine = Array.from(
          { length: WORKERS },
          (_, i) => periods[(round * WORKERS + i) % periods.length]!,
        );
        const works = mine.map((period) => work(period, round));
        const settled = Promise.allSettled(works);
        const kills = 1 + upTo(1);
        for (let i = 0; i < kills; i++) {
          await wait(upTo(1500));
          await kill(VICTIMS[(round + i) % VICTIMS.length]!);
        }
        const failed = (await settled).filter((result) => result.status === 'rejected');
        try {
          expect(failed.map((result) => (result as PromiseRejectedResult).reason)).toEqual([]);
          await quiet();
          await holdAgainstTheList();
          await cardsAreCurrent(mine[0]!);
        } catch (error) {
          throw new Error(`Round ${round} of seed ${SEED}. ${heath.said().slice(-2000)}`, { cause: error });
        }
      }
      expect(tally.kills).toBeGreaterThanOrEqual(ROUNDS);
    },
    ROUNDS * 60_000 + 60_000,
  );

  it('an import whose server is killed in the middle is taken up within three seconds of the next', async () => {
    const period = periods[periods.length - 1]!;
    const lines = ['Person no,Punched at,Type'];
    for (let day = 0; day < 7; day++)
      for (const { number } of people)
        for (let minute = 0; minute < 240; minute++)
          lines.push(`${number},${instantToIso(((period.firstDay + day) * DAY + minute * 60) as Instant)},`);
    const received = await client.ask<ImportReply>('POST', '/imports?name=large.csv', lines.join('\n'));
    const { id, preview } = received.body;
    await client.ask('POST', `/imports/${id}/start`, { columns: preview.columns, dateOrder: 'iso' });
    const connection = await database();
    await connection.query('SET SESSION TRANSACTION ISOLATION LEVEL READ UNCOMMITTED');
    const inTheMiddle = `SELECT 1 FROM punch p JOIN punch_source s ON s.id = p.source_id WHERE s.import_id = ${id} LIMIT 1`;
    while ((await rows(connection, inTheMiddle)).length === 0) await wait(5);
    const saidBefore = heath.said().length;
    process.kill(heath.pid('server'), 'SIGKILL');
    await connection.query('SET SESSION TRANSACTION ISOLATION LEVEL READ COMMITTED');
    expect(await rows(connection, `SELECT 1 FROM import_file WHERE id = ${id} AND status = 'done'`)).toEqual(
      [],
    );
    await heath.until('The server is up again.', 30, saidBefore);
    const up = Date.now();
    const taken = `SELECT 1 FROM task WHERE subject_id = ${id} AND kind = 'import' AND attempts > 1`;
    while ((await rows(connection, taken)).length === 0) {
      if (Date.now() - up > 3000) throw new Error('Nobody took it up within three seconds.');
      await wait(20);
    }
    await quiet();
    const reply = await client.get<ImportReply>(`/imports/${id}`);
    expect([reply.status, reply.added + reply.known + reply.refused]).toEqual(['done', lines.length - 1]);
    await connection.end();
  }, 180_000);
});
