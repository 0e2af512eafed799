/**
 * Something dies at each step of sealing and delivering: Heath, the database, or the pay system. In every round some people work a pay
 * period of their own, it is sealed and delivered, and what was corrected in the one before goes out with it; whoever had no answer asks again. In the
 * end the pay system's own ledger is held against the cards: every line paid once, none twice, none left out. Every fault point is driven once
 * with each of what can die there; HEATH_FAULT_ROUNDS says how many random rounds come after.
 */
import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  type BatchDetail,
  type CardReply,
  type CardsReply,
  cardRows,
  type DifferencesReply,
  differenceRows,
  type SentReply,
} from '@heath/contract';
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
import { Client } from './client.ts';
import { drawFrom, SEED } from './draw.ts';
import { freePort } from './server.ts';
import { type Starter, startHeath } from './starter.ts';

const RANDOM_ROUNDS = Number(process.env.HEATH_FAULT_ROUNDS ?? 0);
const DAY = 86_400;
/** So short that those of 200 rounds lie within two years: of older punches none is taken. */
const PERIOD_DAYS = 3;
const PEOPLE = ['MF-0101', 'MF-0102', 'MF-0103', 'MF-0104'];
const OVERRIDES = PASSABLE_CHECKS.map((check) => ({
  check,
  reason: 'A round of it',
}));

const SEALING = ['seal.number', 'seal.lines', 'seal.file', 'seal.seals', 'seal.commit'] as const;
const DELIVERING = ['deliver.begin', 'deliver.sent', 'deliver.answered', 'deliver.kept'] as const;
interface Fault {
  readonly point: string;
  readonly victim: 'server' | 'database' | 'intake';
}
const both = (point: string): Fault[] => [
  { point, victim: 'server' },
  { point, victim: 'database' },
];
const WHILE_SEALING: readonly Fault[] = SEALING.flatMap(both);
const WHILE_DELIVERING: readonly Fault[] = [
  ...DELIVERING.flatMap(both),
  { point: 'deliver.sent', victim: 'intake' },
  { point: 'intake.received', victim: 'intake' },
  { point: 'intake.kept', victim: 'intake' },
];
const { upTo, oneOf } = drawFrom(SEED);
/** What dies while a round is sealed, and while it is delivered. */
const rounds: readonly { readonly sealing: Fault; readonly delivering: Fault }[] = [
  ...WHILE_DELIVERING.map((delivering, i) => ({
    sealing: WHILE_SEALING[i % WHILE_SEALING.length] ?? oneOf(WHILE_SEALING),
    delivering,
  })),
  ...Array.from({ length: RANDOM_ROUNDS }, () => ({
    sealing: oneOf(WHILE_SEALING),
    delivering: oneOf(WHILE_DELIVERING),
  })),
];

const wait = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));
const folder = mkdtempSync(join(tmpdir(), 'heath-faults-'));
const faultFile = join(folder, 'fault');
let heath: Starter;
let client: Client;
let periods: { id: number; firstDay: Workday }[];
const driven = new Set<string>();

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
const intakeUrl = () =>
  /HEATH_PAY_INTAKE=([^\0]+)/.exec(readFileSync(`/proc/${heath.pid('server')}/environ`, 'utf8'))![1]!;

beforeAll(async () => {
  heath = await startHeath(
    folder,
    ['--first-period', '2026-10-19', '--last-punches', '2026-10-18'],
    await freePort(),
    { HEATH_FAULT_FILE: faultFile, HEATH_PAY_INTAKE_SECONDS: '3' },
  );
  await heath.until('Heath is at', 120);
  client = new Client(heath.url);
  await client.signIn('odile', 'gorse-in-bloom');
  const connection = await database();
  await connection.query("UPDATE person SET first_day = '2020-06-01', last_day = NULL");
  // As far back as the periods of many rounds reach.
  await connection.query("UPDATE assignment SET first_day = '2020-06-01' WHERE first_day < '2026-07-01'");
  await connection.query("UPDATE group_schedule SET first_day = '2020-06-01'");
  await connection.query("UPDATE badge_owner SET first_day = '2020-06-01' WHERE first_day < '2025-01-01'");
  // A period for each round, before those of the demo. Nobody but four people has cards in them.
  const firsts = rounds.map((_, i) => workdayFromIso('2026-10-12') - PERIOD_DAYS * (rounds.length - i));
  await connection.query('INSERT INTO period (schedule_id, first_day, last_day) VALUES ?', [
    firsts.map((day) => [1, workdayToIso(day as Workday), workdayToIso((day + PERIOD_DAYS - 1) as Workday)]),
  ]);
  periods = (
    await rows<{ id: number; first_day: string }>(
      connection,
      'SELECT id, first_day FROM period ORDER BY first_day',
    )
  )
    .map(({ id, first_day }) => ({ id, firstDay: workdayFromIso(first_day) }))
    .filter(({ firstDay }) => firstDay < workdayFromIso('2026-10-12'));
  await connection.end();
});
afterAll(async () => {
  heath.child.kill('SIGTERM');
  await heath.ended();
  rmSync(folder, { recursive: true, force: true });
});

async function quiet(): Promise<void> {
  const limit = Date.now() + 90_000;
  for (;;) {
    const { tasks } = await client.get<{ tasks: { status: string; error: string | null }[] }>('/tasks');
    if (tasks.length === 0) return;
    if (Date.now() > limit) throw new Error(`Left undone: ${JSON.stringify(tasks)}`);
    await wait(60);
  }
}

/** Four people work some days of a period. */
async function work({ firstDay }: { firstDay: Workday }): Promise<void> {
  const lines = ['Person no,Punched at,Type,Job'];
  for (const number of PEOPLE)
    for (let day = 0; day < PERIOD_DAYS - upTo(1); day++) {
      const start = (firstDay + day) * DAY + 8 * 3600 + upTo(600);
      lines.push(`${number},${instantToIso(start as Instant)},in,Kittiwake`);
      lines.push(`${number},${instantToIso((start + 7 * 3600 + upTo(10_000)) as Instant)},out,`);
    }
  const sent = await client.ask<{ id: number; preview: { columns: string[] } }>(
    'POST',
    `/imports?name=period-${firstDay}.csv`,
    lines.join('\n'),
  );
  expect(sent.status).toBeLessThan(300);
  const { id, preview } = sent.body;
  await client.ask('POST', `/imports/${id}/start`, { columns: preview.columns, dateOrder: 'iso' });
  await quiet();
}

/** Lets something die once it is come to a point; whoever must be killed from outside is killed when the point says that it was reached. */
function arm({ point, victim }: Fault): { done: () => Promise<void> } {
  const diesItself = (victim === 'server' && !point.startsWith('intake')) || point.startsWith('intake');
  writeFileSync(faultFile, `${point}=${diesItself ? 'kill' : 'pause'}`);
  let isOver = false;
  const reached = `${faultFile}.reached`;
  const watch = (async () => {
    while (!isOver) {
      let text = '';
      try {
        text = readFileSync(reached, 'utf8');
      } catch {
        // It has not come there yet.
      }
      if (text !== '') {
        process.kill(heath.pid(victim), 'SIGKILL');
        rmSync(reached, { force: true });
        return;
      }
      await wait(10);
    }
  })();
  return {
    async done() {
      isOver = true;
      await watch;
      // What was not come to would kill another round.
      let isArmed = true;
      try {
        readFileSync(faultFile);
      } catch {
        isArmed = false;
      }
      if (!isArmed) driven.add(`${point} ${victim}`);
      rmSync(faultFile, { force: true });
    },
  };
}

async function seal(periodId: number): Promise<number> {
  const answer = await client.ask<{ batches: { id: number; kind: string; ended: unknown }[] }>(
    'POST',
    `/periods/${periodId}/handoff`,
    { overrides: OVERRIDES },
  );
  expect(`${answer.status} ${JSON.stringify(answer.body).slice(0, 400)}`).toMatch(/^201/);
  return answer.body.batches[0]!.id;
}

async function deliver(batchId: number): Promise<void> {
  const limit = Date.now() + 60_000;
  for (;;) {
    const asked = await client.ask<BatchDetail>('POST', `/handoffs/${batchId}/deliver`, { what: 'all' });
    expect([201, 409]).toContain(asked.status);
    for (;;) {
      const { batch } = await client.get<BatchDetail>(`/handoffs/${batchId}`);
      if (batch.state === 'accepted') return;
      if (batch.state !== 'under way') break;
      if (Date.now() > limit) throw new Error(`Handoff ${batch.number} is under way for a minute.`);
      await wait(60);
    }
  }
}

/** Somebody finds an error in a period that is paid: an hour of leave that nobody booked. It waits for the next handoff. */
async function correctPaid(period: { id: number; firstDay: Workday }): Promise<void> {
  const cards = cardRows(await client.get<CardsReply>(`/periods/${period.id}/cards`));
  const one = oneOf(cards.filter(({ number }) => PEOPLE.includes(number)));
  const corrected = await client.ask('POST', `/periods/${period.id}/cards/${one.personId}/corrections`, {
    says: {
      kind: 'flat-hours',
      workday: workdayToIso((period.firstDay + upTo(PERIOD_DAYS - 1)) as Workday),
      as: 'leave',
      code: 'Annual leave',
      length: `PT${1 + upTo(3)}H`,
      job: null,
      department: null,
    },
    note: 'Found later',
  });
  expect(`${corrected.status} ${JSON.stringify(corrected.body).slice(0, 200)}`).toMatch(/^201/);
  await quiet();
  const differences = differenceRows(await client.get<DifferencesReply>('/differences'));
  const asked = differences.map(({ periodId, personId, version }) => ({ periodId, personId, version }));
  for (const what of ['carry', 'approve']) {
    const decided = await client.ask<{ left: unknown[] }>('POST', '/differences/decide', {
      what,
      differences: asked,
    });
    expect([decided.status, decided.body.left]).toEqual([200, []]);
  }
}

describe('whatever dies at whichever step of a handoff', () => {
  it(
    'there is never a half, never a second batch, and every line is paid once: the pay system’s ledger says so',
    async () => {
      for (const [i, { sealing, delivering }] of rounds.entries()) {
        const period = periods[i]!;
        await work(period);
        const whileSealing = arm(sealing);
        const batchId = await seal(period.id);
        await whileSealing.done();
        const whileDelivering = arm(delivering);
        await deliver(batchId);
        await whileDelivering.done();
        await correctPaid(period);
      }
      const every = [...WHILE_SEALING, ...WHILE_DELIVERING].map(({ point, victim }) => `${point} ${victim}`);
      expect(every.filter((one) => !driven.has(one))).toEqual([]);
      await quiet();
      await witnesses();
    },
    600_000 + RANDOM_ROUNDS * 20_000,
  );
});

/** The ledger of the pay system, the batches and the cards, each held against the others. */
async function witnesses(): Promise<void> {
  const { entries } = (await (await fetch(`${intakeUrl()}/ledger`)).json()) as {
    entries: { paid: { reference: string; person: string; day: string; code: string; hours: string }[] }[];
  };
  const paid = entries.flatMap((entry) => entry.paid);
  expect(new Set(paid.map(({ reference }) => reference)).size).toBe(paid.length);
  const connection = await database();
  try {
    const batches = await rows<{
      id: number;
      number: number;
      lines: number;
      kept: number;
      sealed: number;
      bytes: number;
      sha256: string;
    }>(
      connection,
      `SELECT b.id, b.number, b.lines, COUNT(l.seq) AS kept, f.bytes, f.sha256,
              (SELECT COUNT(DISTINCT period_id) FROM seal s WHERE s.batch_id = b.id) AS sealed
         FROM batch b JOIN batch_file f ON f.batch_id = b.id LEFT JOIN batch_line l ON l.batch_id = b.id
        WHERE b.kind = 'regular' AND b.ended IS NULL GROUP BY b.id ORDER BY b.number`,
    );
    // One for each round, without a number left out, each with all its lines and the very bytes.
    expect(batches.map(({ number }) => number)).toEqual(rounds.map((_, i) => i + 1));
    for (const { id, lines, kept, sealed, bytes, sha256 } of batches) {
      expect([kept, sealed]).toEqual([lines, 1]);
      const chunks = await rows<{ bytes: Buffer }>(
        connection,
        `SELECT bytes FROM batch_chunk WHERE batch_id = ${id} ORDER BY seq`,
      );
      const file = Buffer.concat(chunks.map((chunk) => chunk.bytes));
      expect([file.length, createHash('sha256').update(file).digest('hex')]).toEqual([bytes, sha256]);
    }
    // What was paid for each person and day is what their cards say, and what waits for the next handoff is what is missing.
    const sums = new Map<string, number>();
    const add = (key: string, hundredths: number) => sums.set(key, (sums.get(key) ?? 0) + hundredths);
    for (const { person, day, hours } of paid)
      add(`${person} ${day.split('/').reverse().join('-')}`, Math.round(Number(hours) * 100));
    const differences = differenceRows(await client.get<DifferencesReply>('/differences'));
    for (const { number, periodId, personId } of differences) {
      const { differs } = await client.get<SentReply>(`/periods/${periodId}/cards/${personId}/sent`);
      for (const { workday, hours } of differs) add(`${number} ${workday}`, Math.round(hours / 900));
    }
    for (const period of periods) {
      const cards = cardRows(await client.get<CardsReply>(`/periods/${period.id}/cards`));
      for (const { personId, number } of cards) {
        const card = await client.get<CardReply>(`/periods/${period.id}/cards/${personId}`);
        for (const { workday, hours } of card.lines) {
          const day = typeof workday === 'number' ? workdayToIso(workday) : String(workday);
          add(`${number} ${day}`, -Math.round(hours / 900));
        }
      }
    }
    expect([...sums].filter(([, hundredths]) => hundredths !== 0)).toEqual([]);
    expect(paid.length).toBeGreaterThan(rounds.length * 8);
  } finally {
    await connection.end();
  }
}
