/**
 * Ten people settle the same exceptions at once and take them back again, alone and together, while the server and the database are killed.
 * HEATH_SECONDS says for how long at least (a minute says more than the few seconds that are usual here); HEATH_SEED what is drawn.
 */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { BulkReply, ExceptionsReply, UserReply } from '@heath/contract';
import { instantFromIso } from '@heath/core';
import mysql, { type Connection, type RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Client, type Problem } from './client.ts';
import { drawFrom, SEED } from './draw.ts';
import { type Starter, startHeath } from './starter.ts';

const SECONDS = Number(process.env.HEATH_SECONDS ?? 12);
const PEOPLE = 10;
const VICTIMS = ['server', 'database', 'server'] as const;
/** Before, between and after the kills. */
const STRETCHES = VICTIMS.length + 1;
/** Settled in every stretch, however long a slow machine takes to be up again after a kill. */
const SETTLED_EACH = Math.ceil(SECONDS / STRETCHES) + 1;
const { random, upTo, oneOf } = drawFrom(SEED);
const wait = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

const folder = mkdtempSync(join(tmpdir(), 'heath-ten-'));
let heath: Starter;
const settlers: { readonly name: string; readonly client: Client }[] = [];
let periodId: number;

/** What was answered. */
const known = {
  corrections: new Map<number, { by: string; settles: string; at: number; personId: number }>(),
  undone: new Map<number, number>(),
  bulks: new Map<number, number>(),
  /** Who was told that somebody else was first, and what they were told. */
  conflicts: [] as { personId: number; settles: string; by: string; at: number | null }[],
};
const tally = { settled: 0, undone: 0, together: 0, conflicts: 0, kills: 0 };

interface Settled {
  readonly settled?: { readonly by: string; readonly at: string | null };
}
type Open = ExceptionsReply['exceptions'][number] & { readonly personId: number };

beforeAll(async () => {
  heath = await startHeath(folder, ['--first-period', '2026-10-19']);
  await heath.until('Heath is at', 120);
  const administrator = new Client(heath.url);
  await administrator.signIn('conall', 'juniper-over-peat');
  const reach = { all: true, groups: [], sites: [], departments: [], reports: false, self: false };
  // One after another: many who sign in at once from one address are taken for somebody who guesses.
  for (let i = 1; i <= PEOPLE; i++) {
    const [name, username] = [`Settler ${i}`, `settler${i}`];
    const more = { username, name, roles: ['specialist'], reach, personId: null };
    const { body } = await administrator.ask<UserReply>('POST', '/users', more);
    const client = new Client(heath.url);
    await client.signIn(username, body.password!);
    const wanted = `lichen-${i}-under-gorse`;
    const changed = await client.ask('PUT', '/password', { current: body.password, wanted });
    expect(changed.status).toBe(204);
    // Another password is another session.
    await client.signIn(username, wanted);
    settlers.push({ name, client });
  }
  const { periods } = await settlers[0]!.client.get<{ periods: { id: number }[] }>('/periods');
  periodId = periods[0]!.id;
});
afterAll(async () => {
  heath.child.kill('SIGTERM');
  await heath.ended();
  rmSync(folder, { recursive: true, force: true });
  const askedAgain = settlers.reduce((sum, { client }) => sum + client.askedAgain, 0);
  process.stdout.write(
    `${PEOPLE} people, ${SECONDS} s, seed ${SEED}: ${JSON.stringify({ ...tally, askedAgain })}\n`,
  );
});

/** What there is to settle with a time. */
async function open(client: Client): Promise<Open[]> {
  const list = await client.get<ExceptionsReply>(`/periods/${periodId}/exceptions`);
  return list.exceptions
    .filter(({ kind, proposals }) => kind.startsWith('missing') && proposals.length > 0)
    .map((one) => ({ ...one, personId: list.people[one.person]!.personId }));
}

async function settleOne({ name, client }: (typeof settlers)[number], one: Open): Promise<number | null> {
  const at = one.proposals[0]!.at + upTo(5) * 60;
  const answer = await client.ask<{ correctionId: number } & Problem & Settled>(
    'POST',
    `/periods/${periodId}/cards/${one.personId}/settle`,
    { exception: one.key, at, note: name },
  );
  if (answer.status === 201) {
    const { correctionId } = answer.body;
    expect(known.corrections.has(correctionId)).toBe(false);
    known.corrections.set(correctionId, { by: name, settles: one.key, at, personId: one.personId });
    tally.settled++;
    return correctionId;
  }
  // Taken back in the meantime, it is neither there any more nor settled by anybody.
  expect([409, 422]).toContain(answer.status);
  const told = answer.body.settled;
  if (answer.body.type === 'already-settled') {
    expect(told).toBeDefined();
    tally.conflicts++;
    const when = told?.at ?? null;
    known.conflicts.push({
      personId: one.personId,
      settles: one.key,
      by: told?.by ?? '',
      at: when === null ? null : instantFromIso(when),
    });
  }
  return null;
}

async function takeBack({ client }: (typeof settlers)[number], id: number): Promise<void> {
  const { personId } = known.corrections.get(id)!;
  const answer = await client.ask<{ correctionId: number } & Problem>(
    'POST',
    `/periods/${periodId}/cards/${personId}/corrections/${id}/undo`,
  );
  expect([201, 409]).toContain(answer.status);
  if (answer.status !== 201) return;
  known.undone.set(answer.body.correctionId, id);
  tally.undone++;
}

/** Some of what is open settled as one, and taken back as one. */
async function settleTogether({ client }: (typeof settlers)[number], all: readonly Open[]): Promise<void> {
  const items = all.slice(0, 2 + upTo(3)).map(({ personId, key, proposals }) => ({
    personId,
    exception: key,
    way: { kind: 'time', at: proposals[0]!.at },
  }));
  if (items.length === 0) return;
  const path = `/periods/${periodId}/bulks`;
  const answer = await client.ask<BulkReply>('POST', path, {
    what: 'Took the planned time',
    items,
    note: '',
  });
  expect([200, 201, 409]).toContain(answer.status);
  if (answer.status === 409) return;
  const { bulkId, corrections } = answer.body;
  known.bulks.set(bulkId, corrections);
  tally.together++;
  const back = await client.ask<BulkReply>('POST', `${path}/${bulkId}/undo`);
  expect([200, 201, 409]).toContain(back.status);
  if (back.status !== 409) known.bulks.set(back.body.bulkId, back.body.corrections);
}

async function work(settler: (typeof settlers)[number], enough: AbortSignal): Promise<void> {
  while (!enough.aborted) {
    const all = await open(settler.client);
    if (all.length === 0) {
      await wait(20);
      continue;
    }
    if (random() < 0.15) {
      await settleTogether(settler, all);
      continue;
    }
    const mine = await settleOne(settler, oneOf(all.slice(0, 4)));
    if (mine !== null) {
      await wait(upTo(60));
      await takeBack(settler, mine);
    }
  }
}

/** Lets them work for as long as a stretch is at least, and until they have settled enough in it. */
async function stretch(enough: AbortSignal): Promise<void> {
  const settledBefore = tally.settled;
  const limit = Date.now() + 60_000;
  await wait((SECONDS * 1000) / STRETCHES);
  while (tally.settled < settledBefore + SETTLED_EACH && !enough.aborted) {
    if (Date.now() > limit)
      throw new Error(`Settled in a minute: ${tally.settled - settledBefore} of ${SETTLED_EACH}.`);
    await wait(20);
  }
}

async function database(): Promise<Connection> {
  const environ = readFileSync(`/proc/${heath.pid('server')}/environ`, 'utf8');
  return mysql.createConnection(/HEATH_DATABASE_URL=([^\0]+)/.exec(environ)![1]!);
}
async function rows<T>(connection: Connection, sql: string): Promise<T[]> {
  return (await connection.query<RowDataPacket[]>(sql))[0] as T[];
}

describe('ten people who settle the same at once', () => {
  it(
    `lose nothing, settle nothing twice, and are told who was first, while both are killed: ${SECONDS} s`,
    async () => {
      const enough = new AbortController();
      const works = Promise.all(
        settlers.map(async (settler) => {
          try {
            await work(settler, enough.signal);
          } finally {
            // Also when one of them fails: nobody goes on alone.
            enough.abort();
          }
        }),
      );
      const killing = async () => {
        try {
          for (const victim of VICTIMS) {
            await stretch(enough.signal);
            if (enough.signal.aborted) return;
            process.kill(heath.pid(victim), 'SIGKILL');
            tally.kills++;
          }
          await stretch(enough.signal);
        } finally {
          enough.abort();
        }
      };
      await Promise.all([works, killing()]);
      expect(tally.kills).toBe(VICTIMS.length);
      expect(tally.settled).toBeGreaterThan(SECONDS);
      expect(tally.conflicts).toBeGreaterThan(0);

      const connection = await database();
      // Whoever had an answer is there, once; and nobody else.
      const alone = await rows<{ id: number; undoes: number | null }>(
        connection,
        'SELECT id, undoes FROM correction WHERE bulk_id IS NULL ORDER BY id',
      );
      expect(alone.map(({ id }) => id)).toEqual(
        [...known.corrections.keys(), ...known.undone.keys()].sort((a, b) => a - b),
      );
      for (const { id, undoes } of alone) expect(undoes).toBe(known.undone.get(id) ?? null);
      const bulks = await rows<{ id: number; kept: number }>(
        connection,
        'SELECT b.id, COUNT(c.id) AS kept FROM bulk b LEFT JOIN correction c ON c.bulk_id = b.id GROUP BY b.id',
      );
      expect(new Map(bulks.map(({ id, kept }) => [id, kept]))).toEqual(known.bulks);
      // Of all that settle one exception, no two hold at once: each but the last was taken back.
      const holding = await rows<{ person_id: number; settles: string; holding: number }>(
        connection,
        `SELECT c.person_id, c.settles, COUNT(*) AS holding FROM correction c
          WHERE c.settles IS NOT NULL AND NOT EXISTS (SELECT 1 FROM correction t WHERE t.undoes = c.id)
          GROUP BY c.person_id, c.settles HAVING holding > 1`,
      );
      expect(holding).toEqual([]);
      // Whoever came second was told what somebody had really taken.
      const made = await rows<{ person_id: number; settles: string; name: string; at: number }>(
        connection,
        `SELECT c.person_id, c.settles, u.name, c.at FROM correction c JOIN user u ON u.id = c.made_by
          WHERE c.settles IS NOT NULL`,
      );
      const taken = new Set(made.map((one) => `${one.person_id} ${one.settles} ${one.name} ${one.at}`));
      for (const { personId, settles, by, at } of known.conflicts)
        expect(taken).toContain(`${personId} ${settles} ${by} ${at}`);
      await connection.end();
    },
    SECONDS * 1000 + STRETCHES * 60_000 + 60_000,
  );
});
