import { createHash } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { cardRows, type HandoffBatch } from '@heath/contract';
import { instant, sumOf, workdayFromIso } from '@heath/core';
import { startIntake } from '@heath/pay-intake';
import { parse } from 'csv-parse/sync';
import { and, eq, sql } from 'drizzle-orm';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { connect, disconnect } from '../../database/connect.ts';
import {
  auditEvent,
  batchLine,
  batch as batchTable,
  delivery,
  refusedLine,
  seal,
  task,
} from '../../database/schema/index.ts';
import { importFile } from '../../demo/acting.ts';
import { chunksOf } from '../../pay/batch-file.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { approveAll, settleAll } from '../../testing/settle.ts';
import { addAll } from '../amounts/service.ts';
import { listCards, openCard } from '../cards/service.ts';
import { keepMapping, mappingNow } from '../mapping/service.ts';
import { deliver as sendDelivery } from './deliveries/run.ts';
import { deliverBatch } from './deliveries/service.ts';
import { checkHandoff } from './gathering/checking.ts';
import { handOff } from './sealing.ts';
import { batchDetail, handoffOf } from './service.ts';
import { takeBack } from './taking-back.ts';

let company: Company;
let intake: Awaited<ReturnType<typeof startIntake>>;
const folder = mkdtempSync(join(tmpdir(), 'heath-intake-'));
beforeAll(async () => {
  company = await freshCompany('handoff');
  intake = await startIntake({ ledgerFile: join(folder, 'ledger.jsonl') });
  process.env.HEATH_PAY_INTAKE = intake.url;
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
});
afterAll(async () => {
  delete process.env.HEATH_PAY_INTAKE;
  await intake.close();
  rmSync(folder, { recursive: true, force: true });
  await company.close();
});

const quiet = () => {};
const checks = async (groups?: readonly number[]) => {
  const { checks: all } = await checkHandoff(company, company.who, company.periodId, groups, quiet);
  return all.filter(({ count }) => count > 0).map(({ name, weight, count }) => `${name} ${weight} ${count}`);
};
const seal1 = (groups: number[] | undefined, ...overrides: string[]) =>
  handOff(company, company.who, null, company.periodId, {
    groups,
    overrides: overrides.map((check) => ({ check, reason: 'We know of it' })),
  });
const detail = async (id: number) => batchDetail(company, id);
const batches = async () => (await handoffOf(company, company.who, company.periodId)).batches;
const groupId = async (name: string) =>
  (await handoffOf(company, company.who, company.periodId)).groups.find((group) => group.name === name)!.id;
async function fileOf(id: number): Promise<Buffer> {
  const parts: Buffer[] = [];
  for await (const part of chunksOf(company.database, id)) parts.push(part);
  return Buffer.concat(parts);
}
/** What the pay system does to the next answers. */
const behave = (how: string, times: number, milliseconds: number) =>
  fetch(`${intake.url}/behavior`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ how, times, milliseconds }),
  });
/** Asks for a delivery and does what waits. */
async function deliver(id: number, what: 'all' | 'rest', how = 'well', times = 0, milliseconds = 0) {
  await behave(how, times, milliseconds);
  await deliverBatch(company, company.who, null, id, what);
  await company.work().catch(() => {});
}

describe('before a handoff', () => {
  it('checks say what holds it up, case by case, and it is refused and writes nothing', async () => {
    expect(await checks()).toEqual(['settled must 11', 'approved why 64', 'known people why 1']);
    await expect(seal1(undefined, 'approved', 'known people')).rejects.toThrow(
      '11 cards have open exceptions',
    );
    expect(await company.database.select().from(batchTable)).toEqual([]);
    await settleAll(company);
    expect(await checks()).toEqual(['approved why 64', 'known people why 1']);
    const { personId } = cardRows(await listCards(company, company.who, company.periodId))[0]!;
    const day = workdayFromIso('2026-10-20');
    await addAll(company, company.who, null, company.periodId, {
      amounts: [
        { personId, day, what: 'Mileage', amount: '83.20', job: null, note: '' },
        { personId, day, what: 'Expenses', amount: '18.75', job: null, note: '' },
      ],
    });
    await company.recompute();
    await approveAll(company);
    expect(await checks()).toEqual(['known people why 1']);
    const { checks: all } = await checkHandoff(company, company.who, company.periodId, undefined, quiet);
    expect(all.find(({ name }) => name === 'known people')!.cases).toMatchObject([
      { says: 'MF-0158 is not in the pay system’s list.' },
    ]);
  });

  it('an hour that no rule catches holds it up, whatever reason is given', async () => {
    const { id, rules } = await mappingNow(company, company.who);
    const without = rules.filter(({ name }) => name !== 'Night');
    await keepMapping(company, company.who, null, id, without);
    expect(await checks()).toEqual(['mapped must 6', 'known people why 1']);
    await expect(seal1(undefined, 'mapped', 'known people')).rejects.toThrow('no pay code');
    const { id: next } = await mappingNow(company, company.who);
    await expect(keepMapping(company, company.who, null, id, rules)).rejects.toThrow(
      'changed the mapping meanwhile',
    );
    await keepMapping(company, company.who, null, next, rules);
    expect(await company.database.select().from(batchTable)).toEqual([]);
  });

  it('what asks why waits for a reason, which stays with the batch', async () => {
    await expect(seal1(undefined)).rejects.toThrow('1 person unknown to the pay system');
  });
});

let night: number;
let rest: number;

describe('sealing', () => {
  it('closes one pay group, and leaves the others open', async () => {
    const group = await groupId('Night');
    const { batchId } = await seal1([group]);
    night = batchId;
    const { groups } = await handoffOf(company, company.who, company.periodId);
    expect(groups.map(({ name, batchId: of }) => [name, of])).toEqual([
      ['Afloat', null],
      ['Ashore', null],
      ['Night', batchId],
    ]);
    await expect(seal1([group])).rejects.toThrow('Night was handed off already');
    expect((await detail(batchId)).batch).toMatchObject({
      number: 1,
      state: 'sealed',
      groups: ['Night'],
      overrides: [],
    });
  });

  it('is done once for the rest: of two at the same time one is refused', async () => {
    const results = await Promise.allSettled([
      seal1(undefined, 'known people'),
      handOff(company, await company.as('marek'), null, company.periodId, {
        overrides: [{ check: 'known people', reason: 'They come next week' }],
      }),
    ]);
    expect(results.map((result) => result.status).sort()).toEqual(['fulfilled', 'rejected']);
    expect((results.find((r) => r.status === 'rejected') as PromiseRejectedResult).reason.message).toContain(
      'never sent twice',
    );
    const [of] = await batches();
    rest = of!.id;
    // No number is left out by the one that was refused.
    expect([of!.number, of!.overrides.map(({ says }) => says)]).toEqual([
      2,
      ['1 person unknown to the pay system'],
    ]);
  });

  it('keeps lines that add up to the cards, control totals that add up to the lines, and the very bytes', async () => {
    const rows = cardRows(await listCards(company, company.who, company.periodId));
    const cards = rows.reduce((sum, row) => sum + row.payableHours!, 0);
    const lines = await company.database.select().from(batchLine);
    const sumsOf = (some: typeof lines, of: string) =>
      some.reduce((sum, { classId, hours }) => sum + (sumOf(classId) === of ? hours : 0), 0);
    expect(sumsOf(lines, 'hours')).toBe(cards);
    expect([sumsOf(lines, 'amount:Mileage'), sumsOf(lines, 'amount:Expenses')]).toEqual([
      83.2 * 90_000,
      18.75 * 90_000,
    ]);
    for (const id of [night, rest]) {
      const { batch, codes } = await detail(id);
      const own = lines.filter(({ batchId }) => batchId === id);
      expect([batch.lines, batch.people]).toEqual([
        own.length,
        new Set(own.map(({ personId }) => personId)).size,
      ]);
      expect([batch.payableHours, batch.premiumHours]).toEqual([
        sumsOf(own, 'hours'),
        sumsOf(own, 'premium hours'),
      ]);
      // Nothing is added up that is unlike: each code has its hours, its premium hours and each amount by themselves.
      for (const kind of new Set(own.map(({ classId }) => sumOf(classId))))
        expect(codes.reduce((sum, { sum: of, hours }) => sum + (of === kind ? hours : 0), 0)).toBe(
          sumsOf(own, kind),
        );
      for (const { code, sum: of, hours, people, lines: count } of codes) {
        const under = own.filter((line) => line.code === code && sumOf(line.classId) === of);
        expect([count, people, hours]).toEqual([
          under.length,
          new Set(under.map(({ personId }) => personId)).size,
          under.reduce((sum, line) => sum + line.hours, 0),
        ]);
      }
      const file = await fileOf(id);
      expect([file.length, createHash('sha256').update(file).digest('hex')]).toEqual([
        batch.file!.bytes,
        batch.file!.sha256,
      ]);
      const [heading, ...rest_] = parse(file.toString('utf8'), { relax_column_count: true }) as string[][];
      const trailer = rest_.pop()!;
      expect(heading).toEqual(['EMP', 'DATE', 'CODE', 'HOURS', 'COST', 'REF']);
      const hundredths = rest_.reduce((sum, row) => sum + Math.round(Number(row[3]) * 100), 0);
      expect(hundredths * 900).toBe(own.reduce((sum, { hours }) => sum + hours, 0));
      // What comes to nothing is left out, and counted.
      const joined = new Map<string, { lines: number; hours: number }>();
      for (const { personId, workday, code, job, costCenter, hours } of own) {
        const key = [personId, workday, code, job, costCenter].join();
        const sum = joined.get(key) ?? { lines: 0, hours: 0 };
        joined.set(key, { lines: sum.lines + 1, hours: sum.hours + hours });
      }
      const left = [...joined.values()].reduce((sum, one) => (one.hours === 0 ? sum + one.lines : sum), 0);
      expect([batch.file!.lines, batch.file!.linesOfBatch]).toEqual([rest_.length, own.length - left]);
      expect(trailer).toEqual([
        'TRAILER',
        String(rest_.length),
        (hundredths / 100).toFixed(2),
        String(batch.people),
      ]);
    }
  });

  it('can be taken back before anybody sent it: the cards are open, the batch stays and says so', async () => {
    await takeBack(company, company.who, null, night, 'reopened', 'A wrong night');
    expect((await detail(night)).batch).toMatchObject({
      state: 'reopened',
      ended: { reason: 'A wrong night' },
    });
    expect(await company.database.select().from(seal).where(eq(seal.batchId, night))).toEqual([]);
    await expect(takeBack(company, company.who, null, night, 'reopened', 'Again')).rejects.toThrow(
      'taken back already',
    );
    await expect(deliverBatch(company, company.who, null, night, 'all')).rejects.toThrow('taken back');
    const { batchId } = await seal1(undefined);
    expect((await detail(batchId)).batch).toMatchObject({ number: 3, groups: ['Night'], state: 'sealed' });
    night = batchId;
  });

  it('refuses the very same lines a second time, even where no seal is in the way', async () => {
    const [row] = await company.database.select().from(batchTable).where(eq(batchTable.id, night));
    await company.database.delete(seal).where(eq(seal.batchId, night));
    await expect(seal1(undefined)).rejects.toThrow('The very same lines went out as handoff 3');
    await company.database.insert(seal).values({
      periodId: row!.periodId,
      groupId: await groupId('Night'),
      batchId: night,
      madeBy: 1,
      madeAt: instant(1),
    });
  });
});

const paid = () => intake.ledger.entries.flatMap(({ paid: lines }) => lines);
/** Every line of a batch that the pay system paid, each once. */
const paidOf = ({ number }: HandoffBatch) =>
  paid().filter(({ reference }) => reference.startsWith(`${number}-`));

/** As if the night had never been delivered: nobody has anything of it. */
async function anew(): Promise<void> {
  await company.database.execute(sql`DELETE FROM refused_line`);
  await company.database.execute(sql`DELETE FROM delivery WHERE batch_id = ${night}`);
  await intake.close();
  rmSync(join(folder, 'ledger.jsonl'));
  intake = await startIntake({ ledgerFile: join(folder, 'ledger.jsonl') });
  process.env.HEATH_PAY_INTAKE = intake.url;
}

describe('delivering', () => {
  beforeEach(async () => {
    // Whoever waits for the next try waits no longer.
    await company.database.update(task).set({ notBefore: 0 });
  });

  it('is accepted in part where the pay system does not know somebody, and says which lines', async () => {
    await deliver(rest, 'all');
    const { batch, deliveries, linesLeft } = await detail(rest);
    expect(batch.state).toBe('in part');
    const [{ refused }] = deliveries as [(typeof deliveries)[number]];
    expect(refused.length).toBeGreaterThan(0);
    expect(new Set(refused.map(({ reason }) => reason))).toEqual(new Set(['Nobody has the number MF-0158.']));
    expect(linesLeft).toBe(refused.length);
    expect(paidOf(batch)).toHaveLength(batch.file!.lines - linesLeft);
    await expect(deliverBatch(company, company.who, null, rest, 'all')).rejects.toThrow('Send the rest');
    await expect(takeBack(company, company.who, null, rest, 'void', 'No')).rejects.toThrow('has accepted it');
  });

  it('sends just the rest once that is put right, and then nothing more', async () => {
    await fetch(`${intake.url}/people`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ number: 'MF-0158', name: 'New' }),
    });
    await deliver(rest, 'rest');
    const { batch, linesLeft, deliveries } = await detail(rest);
    expect([batch.state, linesLeft, deliveries[0]!.isRest, deliveries[0]!.refused]).toEqual([
      'accepted',
      0,
      true,
      [],
    ]);
    expect(paidOf(batch)).toHaveLength(batch.file!.lines);
    expect(new Set(paidOf(batch).map(({ reference }) => reference)).size).toBe(batch.file!.lines);
    await expect(deliverBatch(company, company.who, null, rest, 'rest')).rejects.toThrow('never sent twice');
  });

  it.each(['lost', 'garbled', 'cut off', 'busy'])('pays nobody twice where the answer is %s', async (how) => {
    await anew();
    await deliver(night, 'all', how, 1);
    expect((await detail(night)).batch.state).toBe('under way');
    const [waits] = await company.database.select().from(task).where(eq(task.status, 'running'));
    await company.database
      .update(task)
      .set({ status: 'waiting', notBefore: 0 })
      .where(eq(task.id, waits!.id));
    await company.work();
    const { batch } = await detail(night);
    const lines = paidOf(batch);
    expect([
      batch.state === 'accepted' || how !== 'lost',
      new Set(lines.map(({ reference }) => reference)).size,
    ]).toEqual([true, batch.file!.lines]);
    expect(lines).toHaveLength(batch.file!.lines);
  });

  it('is done once by two servers that send at the same time, and both know the answer', async () => {
    await anew();
    await behave('slow', 9, 300);
    await deliverBatch(company, company.who, null, night, 'all');
    const [waiting] = await company.database.select().from(delivery).where(eq(delivery.batchId, night));
    const other = connect(company.url, 2);
    try {
      await Promise.all(
        [company.database, other].map((database) =>
          sendDelivery(database, company.clock, intake.url, waiting!.id),
        ),
      );
    } finally {
      await disconnect(other);
    }
    await behave('well', 0, 0);
    await company.work();
    const { batch, deliveries } = await detail(night);
    expect(intake.ledger.entries.filter(({ key }) => key === waiting!.key)).toHaveLength(1);
    expect(paidOf(batch)).toHaveLength(batch.file!.lines);
    expect(deliveries).toHaveLength(1);
    const told = await company.database
      .select({ what: auditEvent.what })
      .from(auditEvent)
      .where(and(eq(auditEvent.about, 'delivery'), eq(auditEvent.aboutId, waiting!.id)));
    expect(told.map(({ what }) => what)).toEqual([
      'delivered',
      'sending',
      'sending',
      'answered',
      'answered again',
    ]);
    const refused = await company.database
      .select()
      .from(refusedLine)
      .where(eq(refusedLine.deliveryId, waiting!.id));
    expect(new Set(refused.map(({ line }) => line)).size).toBe(refused.length);
  });

  it('gives up at some time, says why, and goes on as the same delivery when it is asked to', async () => {
    const last = (await batches()).find(({ id }) => id === night)!;
    await anew();
    await deliver(night, 'all', 'lost', 1);
    await company.database.execute(
      sql`UPDATE task SET status = 'failed', error = 'The pay system could not be reached.' WHERE kind = 'deliver' AND status = 'running'`,
    );
    expect((await detail(night)).batch.state).toBe('in doubt');
    expect((await detail(night)).deliveries[0]).toMatchObject({
      status: 'in doubt',
      answer: 'The pay system could not be reached.',
    });
    const before = await company.database.select().from(delivery);
    await deliver(night, 'all');
    expect(await company.database.select().from(delivery)).toHaveLength(before.length);
    expect(paidOf(last)).toHaveLength(last.file!.lines);
  });
});

describe('after a handoff', () => {
  it('punches that come after sealing are a change of the card, and what was sent stays as it was', async () => {
    const before = await handoffOf(company, company.who, company.periodId);
    await importFile(
      company,
      'late.csv',
      bytes(
        'Person no,Punched at,Type,Job,Site\nMF-0101,2026-10-24T10:00:00+01:00,in,,\nMF-0101,2026-10-24T15:00:00+01:00,out,,',
      ),
    );
    await company.work();
    const rows = cardRows(await listCards(company, company.who, company.periodId));
    const row = rows.find((r) => r.number === 'MF-0101')!;
    const card = await openCard(company, company.who, { periodId: company.periodId, personId: row.personId });
    expect(card).toMatchObject({ sealed: true, changedSinceSealed: true });
    expect(await handoffOf(company, company.who, company.periodId)).toEqual(before);
    const untouched = rows.find((r) => r.number === 'MF-0102')!;
    const other = await openCard(company, company.who, {
      periodId: company.periodId,
      personId: untouched.personId,
    });
    expect(other.changedSinceSealed).toBe(false);
  });
});
