import { randomUUID } from 'node:crypto';
import {
  type BulkItem,
  type BulkRequest,
  cardRows,
  EVENT_STREAM,
  type ExceptionsReply,
  type SettleItem,
} from '@heath/contract';
import { compute, instantFromIso, isMissingPunch } from '@heath/core';
import { and, eq } from 'drizzle-orm';
import { createParser } from 'eventsource-parser';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { readCard } from '../../cards/read-card.ts';
import { cardResults } from '../../cards/results.ts';
import { sendAlone } from '../../database/round-trip.ts';
import { bulk, card, correction } from '../../database/schema/index.ts';
import { importFile } from '../../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { serve } from '../../testing/serve.ts';
import { storedCards } from '../../testing/stored-cards.ts';
import { listCards } from '../cards/service.ts';
import { listExceptions } from '../exceptions/service.ts';
import { previewBulk, settleBulk, undoBulk } from './bulk.ts';
import { settle } from './service.ts';

let company: Company;
let undoLast: (() => Promise<unknown>) | null = null;

beforeAll(async () => {
  company = await freshCompany('bulk');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
});
afterAll(() => company.close());
afterEach(async () => {
  await undoLast?.();
  undoLast = null;
});

type Item = SettleItem;
const list = () => listExceptions(company, company.who, company.periodId);
const personOf = ({ people }: ExceptionsReply, place: number) => people[place]!.personId;

/** Every missing punch with the time that is proposed for it, and every late in as it is, but of those whose missing in would settle it. */
async function items(): Promise<Item[]> {
  const reply = await list();
  const missing = new Set(reply.exceptions.filter(isMissingPunch).map(({ person }) => person));
  return reply.exceptions.flatMap(({ person, key, kind, proposals }): Item[] => {
    const personId = personOf(reply, person);
    const at = proposals[0]?.at;
    if (at !== undefined) return [{ personId, exception: key, way: { kind: 'time', at } }];
    return kind === 'late-in' && !missing.has(person)
      ? [{ personId, exception: key, way: { kind: 'accept' } }]
      : [];
  });
}
const request = (all: BulkItem[], note = ''): BulkRequest => ({ what: 'Took all', items: all, note });
const run = (all: BulkItem[], note = '') =>
  settleBulk(company, null, company.who, company.periodId, request(all, note));
const takeBack = (id: number) => undoBulk(company, null, company.who, company.periodId, id);
const hours = async (): Promise<Map<number, number | null>> =>
  new Map(
    cardRows(await listCards(company, company.who, company.periodId)).map((row) => [
      row.personId,
      row.payableHours,
    ]),
  );
const keys = async () => (await list()).exceptions.map(({ key }) => key);

/** Somebody's card computed from scratch; what is stored is held against it. */
async function fromScratch(personId: number) {
  const read = await readCard(
    company.database,
    { periodId: company.periodId, personId },
    company.clock.now(),
    (...all) => sendAlone(company.database, ...all),
    false,
  );
  const { exceptions: _, ...results } = cardResults(read!.input, compute(read!.input));
  const [stored] = await storedCards(
    company.database,
    and(eq(card.periodId, company.periodId), eq(card.personId, personId)),
  );
  expect(stored).toMatchObject(results);
  expect(stored!.computedVersion).toBe(stored!.inputVersion);
  return { read: read!, results };
}

describe('settling many at once', () => {
  it('does what its preview says, and is taken back and done again as one', async () => {
    const all = await items();
    expect(all.length).toBeGreaterThan(6);
    expect(new Set(all.map(({ way }) => way.kind))).toEqual(new Set(['time', 'accept']));
    const [before, open] = [await hours(), await keys()];
    const preview = await previewBulk(company, company.who, company.periodId, request(all));
    expect([await hours(), await keys()]).toEqual([before, open]);
    const done = await run(all, 'checked with the watch log');
    expect(done).toMatchObject({ corrections: all.length, left: [] });
    const after = await hours();
    for (const { personId, payableBeforeHours, payableAfterHours } of preview.people)
      expect([before.get(personId), after.get(personId)]).toEqual([payableBeforeHours, payableAfterHours]);
    expect(preview.people.some((one) => one.payableAfterHours > one.payableBeforeHours)).toBe(true);
    const settled = new Set(all.map(({ exception }) => exception));
    expect((await keys()).filter((key) => settled.has(key))).toEqual([]);

    const back = await takeBack(done.bulkId);
    expect(back).toMatchObject({ corrections: all.length, left: [], people: done.people });
    expect([await hours(), await keys()]).toEqual([before, open]);
    await expect(takeBack(done.bulkId)).rejects.toThrow('undone this already');

    const again = await takeBack(back.bulkId);
    expect(await hours()).toEqual(after);
    await takeBack(again.bulkId);
    expect([await hours(), await keys()]).toEqual([before, open]);
  });

  it('keeps each as a correction of its own, with what it changed, under one bulk', async () => {
    const all = await items();
    const { bulkId } = await run(all, 'why');
    undoLast = () => takeBack(bulkId);
    const rows = await company.database.select().from(correction).where(eq(correction.bulkId, bulkId));
    expect(rows.map(({ settles }) => settles).sort()).toEqual(all.map(({ exception }) => exception).sort());
    expect(rows.every(({ note }) => note === 'why')).toBe(true);
    const [kept] = await company.database.select().from(bulk).where(eq(bulk.id, bulkId));
    expect(kept).toMatchObject({ what: 'Took all', undoes: null });
  });

  it('stores what a computation from scratch gives', async () => {
    const { bulkId, people } = await run(await items());
    undoLast = () => takeBack(bulkId);
    for (const personId of people) await fromScratch(personId);
  });

  it('leaves what somebody else settled first, and tells who; the others are settled', async () => {
    const all = await items();
    const first = all.find(({ way }) => way.kind === 'time')!;
    const { personId, exception, way } = first;
    const at = way.kind === 'time' ? way.at : 0;
    const { correctionId } = await settle(
      company,
      null,
      await company.as('marek'),
      { periodId: company.periodId, personId },
      { exception, at, note: '' },
    );
    const done = await run(all);
    expect(done.corrections).toBe(all.length - 1);
    expect(done.left).toEqual([{ personId, exception, reason: 'Marek Tamm has settled this already.' }]);
    await takeBack(done.bulkId);
    const back = await company.database.select().from(correction).where(eq(correction.undoes, correctionId));
    expect(back).toEqual([]);
    const { undo } = await import('./service.ts');
    await undo(company, null, company.who, { periodId: company.periodId, personId }, correctionId);
  });

  it('of two at once each exception is settled by one of them', async () => {
    const all = await items();
    const marek = await company.as('marek');
    const results = await Promise.allSettled([
      run(all),
      settleBulk(company, null, marek, company.periodId, request(all)),
    ]);
    const done = results.flatMap((one) => (one.status === 'fulfilled' ? [one.value] : []));
    expect(done.reduce((sum, { corrections }) => sum + corrections, 0)).toBe(all.length);
    for (const { bulkId } of done) await takeBack(bulkId);
  });

  it('asked again with the same key gives the first answer, and settles nothing twice', async () => {
    const write = { key: 'a-bulk-of-many', about: 'x'.repeat(64) };
    const all = await items();
    const once = () => settleBulk(company, write, company.who, company.periodId, request(all));
    const first = await once();
    undoLast = () => takeBack(first.bulkId);
    expect(await once()).toEqual(first);
    const rows = await company.database.select().from(bulk);
    expect(rows.filter(({ id }) => id >= first.bulkId)).toHaveLength(1);
  });

  it('taken back, and asked for again since nobody heard the end of it, gives the first answer', async () => {
    const { bulkId } = await run(await items());
    const write = { key: 'a-bulk-taken-back', about: 'y'.repeat(64) };
    const back = () => undoBulk(company, write, company.who, company.periodId, bulkId);
    const first = await back();
    expect(await back()).toEqual(first);
    // Somebody else is told that it is done already.
    const other = { key: 'a-bulk-of-another', about: 'y'.repeat(64) };
    await expect(undoBulk(company, other, company.who, company.periodId, bulkId)).rejects.toThrow(
      'undone this',
    );
  });

  it('whose first try is done while it is asked for again gives that answer, and is no conflict with itself', async () => {
    const write = { key: 'a-bulk-in-flight', about: 'z'.repeat(64) };
    const all = await items();
    const once = () => settleBulk(company, write, company.who, company.periodId, request(all));
    const [first, ...others] = await Promise.all([once(), once(), once()]);
    undoLast = () => takeBack(first!.bulkId);
    for (const other of others) expect(other).toEqual(first);
  });

  it('of one card settles each by itself: what it adds is told apart before any of it is written', async () => {
    const days = ['2026-10-24', '2026-10-25', '2026-10-31'];
    const cards = cardRows(await listCards(company, company.who, company.periodId));
    const isFree = (marks: string) => [5, 6, 12].every((day) => marks.charAt(day) === '-');
    const { number } = cards.find(({ marks, toSettle }) => isFree(marks) && toSettle === 0)!;
    const rows = days.map((day) => `${number},${day}T10:00:00Z,in,,`);
    await importFile(company, 'gate.csv', bytes(['Person no,Punched at,Type,Job,Site', ...rows].join('\n')));
    await company.work();
    const reply = await list();
    const open = reply.exceptions.filter(
      ({ person, kind }) => reply.people[person]!.number === number && kind === 'missing-out',
    );
    expect(open).toHaveLength(days.length);
    const personId = personOf(reply, open[0]!.person);
    const at = (workday: number) => workday * 86_400 + 16 * 3600;
    const { bulkId, left } = await run(
      open.map(({ key, workday }) => ({ personId, exception: key, way: { kind: 'time', at: at(workday) } })),
    );
    expect(left).toEqual([]);
    const { read, results } = await fromScratch(personId);
    const worked = results.lines.filter(
      ({ workday, classId }) =>
        open.some((one) => one.workday === workday) && !classId.startsWith('premium:'),
    );
    expect(new Set(worked.map(({ workday }) => workday)).size).toBe(days.length);
    // And one of them alone is taken back.
    const [, second] = read.history.filter(({ settles }) => open.some(({ key }) => key === settles));
    const { undo } = await import('./service.ts');
    const key = { periodId: company.periodId, personId };
    const { card: after } = await undo(company, null, company.who, key, second!.id);
    expect(after.exceptions.map(({ key: left }) => left)).toContain(second!.settles);
    expect(after.exceptions.filter(({ kind }) => kind === 'missing-out')).toHaveLength(1);
    undoLast = () => takeBack(bulkId);
  });

  it('does not reach beyond those somebody may correct, and changes nothing where nothing is left to do', async () => {
    const all = await items();
    const piotr = await company.as('piotr');
    const preview = await previewBulk(company, piotr, company.periodId, request(all));
    const { people } = await listExceptions(company, piotr, company.periodId);
    const theirs = new Set(people.map(({ personId }) => personId));
    expect(preview.people.every(({ personId }) => theirs.has(personId))).toBe(true);
    expect(preview.left.length).toBeGreaterThan(0);
    const nothing: Item = { ...all[0]!, exception: 'missing-out:punch-0' };
    const before = await company.database.select().from(bulk);
    await expect(run([nothing])).rejects.toThrow('nothing left to settle');
    expect(await company.database.select().from(bulk)).toEqual(before);
  });
});

describe('corrections by hand of several people at once', () => {
  /** An in and an out on a day on which nobody of those has anything. */
  function timesFor(people: readonly number[], day: string, more: object = {}): BulkItem[] {
    const at = (time: string) => instantFromIso(`${day}T${time}:00Z`);
    const place = { zone: 'Europe/London', job: null, department: null, site: null, note: null, ...more };
    return people.flatMap((personId): BulkItem[] => [
      { personId, says: { kind: 'add', at: at('08:00'), punchKind: 'in', ...place } },
      { personId, says: { kind: 'add', at: at('12:00'), punchKind: 'out', ...place } },
    ]);
  }
  /** Some who have nothing on the last Saturday. */
  async function free(): Promise<number[]> {
    const rows = cardRows(await listCards(company, company.who, company.periodId));
    return rows
      .filter(({ marks, toSettle }) => marks.charAt(12) === '-' && toSettle === 0)
      .slice(0, 12)
      .map(({ personId }) => personId);
  }

  it('are previewed person by person, kept as one, and undone as one', async () => {
    const people = await free();
    expect(people.length).toBeGreaterThan(5);
    const all = timesFor(people, '2026-10-31');
    const before = await hours();
    const preview = await previewBulk(company, company.who, company.periodId, request(all));
    expect(await hours()).toEqual(before);
    const done = await run(all, 'they painted the ticket hall');
    expect(done).toMatchObject({ corrections: all.length, left: [] });
    const after = await hours();
    for (const { personId, payableBeforeHours, payableAfterHours } of preview.people) {
      expect([before.get(personId), after.get(personId)]).toEqual([payableBeforeHours, payableAfterHours]);
      expect(payableAfterHours - payableBeforeHours).toBeGreaterThanOrEqual(4 * 90_000);
    }
    expect((await takeBack(done.bulkId)).corrections).toBe(all.length);
    expect(await hours()).toEqual(before);
  });

  it('are refused where they name a job that is not there, and change nothing', async () => {
    const before = await hours();
    const all = timesFor(await free(), '2026-10-31', { job: 9999 });
    await expect(run(all)).rejects.toThrow('There is no such job.');
    await expect(previewBulk(company, company.who, company.periodId, request(all))).rejects.toThrow(
      'There is no such job.',
    );
    expect(await hours()).toEqual(before);
  });

  it('leave those whom whoever asks does not reach', async () => {
    const piotr = await company.as('piotr');
    const reached = new Set((await listCards(company, piotr, company.periodId)).personId.map(Number));
    const people = await free();
    const others = people.filter((one) => !reached.has(one));
    expect(others.length).toBeGreaterThan(0);
    const preview = await previewBulk(
      company,
      piotr,
      company.periodId,
      request(timesFor(people, '2026-10-31')),
    );
    expect(new Set(preview.left.map(({ personId }) => personId))).toEqual(new Set(others));
    expect(preview.left[0]?.exception).toBe('by hand');
  });
});

describe('a client that reads events', () => {
  it('hears how far many corrections have come; a refusal after the first is the last one', async () => {
    const { base, close } = await serve(company);
    const json = { 'Content-Type': 'application/json', Origin: base };
    const signedIn = await fetch(`${base}/api/session`, {
      method: 'POST',
      headers: json,
      body: JSON.stringify({ username: 'odile', password: 'gorse-in-bloom' }),
    });
    const cookie = signedIn.headers.get('set-cookie')?.split(';')[0] ?? '';
    const ask = async (all: BulkItem[], accept: string) => {
      const reply = await fetch(`${base}/api/periods/${company.periodId}/bulks`, {
        method: 'POST',
        headers: { ...json, Cookie: cookie, Accept: accept, 'Idempotency-Key': randomUUID() },
        body: JSON.stringify(request(all)),
      });
      const type = reply.headers.get('content-type') ?? '';
      const text = await reply.text();
      const told: { readonly event: string | undefined; readonly data: Record<string, unknown> }[] = [];
      const parser = createParser({
        onEvent: ({ event, data }) => told.push({ event, data: JSON.parse(data) }),
      });
      if (type.startsWith(EVENT_STREAM)) parser.feed(text);
      else told.push({ event: undefined, data: JSON.parse(text) });
      for (const { data } of told)
        if (typeof data.bulkId === 'number') undoLast = takeBack.bind(null, data.bulkId);
      return { status: reply.status, told };
    };
    const all = await items();
    const people = new Set(all.map(({ personId }) => personId)).size;
    const whole = await ask(all, '*/*');
    expect(whole).toMatchObject({
      status: 200,
      told: [{ event: undefined, data: { corrections: all.length } }],
    });
    await undoLast?.();
    const { told } = await ask(all, EVENT_STREAM);
    expect(told).toEqual([
      { event: 'progress', data: { done: people, of: people } },
      { event: 'reply', data: expect.objectContaining({ corrections: all.length, left: [] }) },
    ]);
    // All of it is settled by now.
    const refused = await ask(all, EVENT_STREAM);
    expect(refused.told).toEqual([
      { event: 'progress', data: { done: people, of: people } },
      {
        event: 'problem',
        data: expect.objectContaining({
          status: 409,
          title: expect.stringContaining('settled this already'),
        }),
      },
    ]);
    close();
  });
});
