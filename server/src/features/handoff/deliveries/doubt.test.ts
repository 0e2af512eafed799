import { mkdtempSync, rmSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Delivery, HandoffBatch } from '@heath/contract';
import { LIE_NAMES, startIntake } from '@heath/pay-intake';
import { and, eq, inArray, sql } from 'drizzle-orm';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import {
  batch,
  batchChunk,
  batchCode,
  batchFile,
  batchLine,
  decision,
  delivery,
  deliveryStatement,
  difference,
  refusedLine,
  seal,
  takenOutLine,
  task,
  unmatchedHandoff,
} from '../../../database/schema/index.ts';
import { importFile } from '../../../demo/acting.ts';
import { claimTask, endTask, failTask } from '../../../queue/claims.ts';
import { failureOf } from '../../../tasks/failures.ts';
import { here, work } from '../../../tasks/work.ts';
import { bytes, type Company, emptied, freshCompany, generatedLines } from '../../../testing/company.ts';
import { approveAll, settleAll } from '../../../testing/settle.ts';
import { tryAgain } from '../../tasks/store.ts';
import { handOff } from '../sealing.ts';
import { batchDetail, handoffOf } from '../service.ts';
import { takeBack } from '../taking-back.ts';
import { askWhatIsThere, stateWhatIsThere } from './doubt.ts';
import { explainUnmatched, paySystemOf } from './pay-system-service.ts';
import { deliverBatch } from './service.ts';
import { takeOutRest } from './take-out.ts';

let company: Company;
let intake: Awaited<ReturnType<typeof startIntake>>;
const folder = mkdtempSync(join(tmpdir(), 'heath-doubt-'));
const NOWHERE = 'http://127.0.0.1:9';
let others: Server | undefined;

beforeAll(async () => {
  company = await freshCompany('doubt');
  intake = await startIntake({ ledgerFile: join(folder, 'ledger.jsonl') });
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
  await settleAll(company);
  await company.work();
  await approveAll(company);
});
afterAll(async () => {
  delete process.env.HEATH_PAY_INTAKE;
  await intake.close();
  others?.close();
  rmSync(folder, { recursive: true, force: true });
  await company.close();
});

/** Each case begins with one sealed batch, and a pay system that has nothing. */
let sealed: number;
beforeEach(async () => {
  await emptied(company, [
    deliveryStatement,
    unmatchedHandoff,
    refusedLine,
    takenOutLine,
    delivery,
    decision,
    difference,
    seal,
    batchChunk,
    batchFile,
    batchCode,
    batchLine,
    batch,
    task,
  ]);
  await intake.close();
  rmSync(join(folder, 'ledger.jsonl'), { force: true });
  intake = await startIntake({ ledgerFile: join(folder, 'ledger.jsonl') });
  process.env.HEATH_PAY_INTAKE = intake.url;
  await fetch(`${intake.url}/people`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ number: 'MF-0158' }),
  });
  // What another case took out of its batch has its card open again.
  await company.database.execute(sql`UPDATE card SET computed_version = input_version`);
  await approveAll(company);
  sealed = await sealAll();
});

const sealAll = async () => {
  await company.database.execute(
    sql`UPDATE setting SET value = '0' WHERE name = 'last-handoff' AND NOT EXISTS (SELECT 1 FROM batch)`,
  );
  return (
    await handOff(company, company.who, null, company.periodId, {
      overrides: ['known people', 'approved'].map((check) => ({ check, reason: 'We know of it' })),
    })
  ).batchId;
};
const behave = (behavior: Record<string, unknown>) =>
  fetch(`${intake.url}/behavior`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(behavior),
  });
/** One attempt at everything that waits to be sent; what fails waits or gives up as in a running server. */
async function attempt(): Promise<void> {
  await company.database.update(task).set({ notBefore: 0 });
  const claimed = await claimTask(company.database, 'test', ['deliver']);
  if (claimed === null) return;
  try {
    await work(company.database, here(company.database, company.clock), claimed);
    await endTask(company.database, claimed);
  } catch (error) {
    await failTask(company.database, claimed, failureOf(error));
  }
}
/** Asks for a delivery and tries until it has an end or is given up. */
async function deliverUntilItEnds(id: number): Promise<HandoffBatch['state']> {
  await deliverBatch(company, company.who, null, id, 'all');
  for (let tries = 0; tries < 12 && (await stateOf(id)) === 'under way'; tries++) await attempt();
  return stateOf(id);
}
const stateOf = async (id: number) => (await batchDetail(company, id)).batch.state;
const void_ = (id: number) => takeBack(company, company.who, null, id, 'void', 'It never came');
const paid = () => intake.ledger.entries.flatMap((entry) => entry.paid);
/** Hundredths of an hour that the pay system has, and those of a batch. */
const hoursPaid = () => paid().reduce((sum, { hours }) => sum + Math.round(Number(hours) * 100), 0);
const hoursOf = async (id: number) => {
  const [row] = await company.database
    .select({ hours: sql<number>`SUM(${batchLine.hours})`.mapWith(Number) })
    .from(batchLine)
    .where(eq(batchLine.batchId, id));
  return Math.round((row?.hours ?? 0) / 900);
};
const taskOf = async (id: number) => {
  const deliveries = await company.database.select().from(delivery).where(eq(delivery.batchId, id));
  const rows = await company.database
    .select()
    .from(task)
    .where(
      and(
        eq(task.kind, 'deliver'),
        inArray(
          task.subjectId,
          deliveries.map((one) => one.id),
        ),
      ),
    );
  return rows[0]!;
};

describe('a pay system that is away', () => {
  it('lets nothing be voided until it is asked, and a batch that is void is not sent by trying again', async () => {
    process.env.HEATH_PAY_INTAKE = NOWHERE;
    expect(await deliverUntilItEnds(sealed)).toBe('gave up');
    await expect(void_(sealed)).rejects.toThrow('in doubt');
    process.env.HEATH_PAY_INTAKE = intake.url;
    await void_(sealed);
    const old = await taskOf(sealed);
    expect(await tryAgain(company.database, old.id)).toBe(false);
    const again = await sealAll();
    expect(await deliverUntilItEnds(again)).toBe('accepted');
    // Whoever brings the old task back all the same sends nothing.
    await company.database.update(task).set({ status: 'waiting', attempts: 0 }).where(eq(task.id, old.id));
    await attempt();
    expect([await stateOf(sealed), hoursPaid()]).toEqual(['void', await hoursOf(again)]);
  });

  it('void and try again at one moment leave one of the two', async () => {
    process.env.HEATH_PAY_INTAKE = NOWHERE;
    expect(await deliverUntilItEnds(sealed)).toBe('gave up');
    process.env.HEATH_PAY_INTAKE = intake.url;
    let last = sealed;
    for (let round = 0; round < 8; round++) {
      const { id } = await taskOf(last);
      const [voided] = await Promise.allSettled([void_(last), tryAgain(company.database, id).then(attempt)]);
      await attempt();
      const state = await stateOf(last);
      const hours = (await hoursOf(last)) * Number(state === 'accepted');
      expect([voided.status === 'fulfilled', hoursPaid()]).toEqual([state === 'void', hours]);
      if (state === 'accepted') return;
      // Told to take nothing with its key, the pay system refused what was sent after all.
      if (state !== 'void') await void_(last);
      last = await sealAll();
      process.env.HEATH_PAY_INTAKE = NOWHERE;
      await deliverUntilItEnds(last);
      process.env.HEATH_PAY_INTAKE = intake.url;
    }
  });
});

describe('answers that are lost after the file was taken', () => {
  const lose = async () => {
    await behave({ how: 'lost', times: 100, asking: 'busy' });
    expect(await deliverUntilItEnds(sealed)).toBe('gave up');
    expect(hoursPaid()).toBe(0);
  };

  it('leave the batch in doubt: neither voided nor sent again while it cannot be asked, then accepted', async () => {
    await behave({ how: 'lost', times: 1 });
    await deliverBatch(company, company.who, null, sealed, 'all');
    await attempt();
    await behave({ how: 'lost', times: 100, asking: 'busy' });
    for (let tries = 0; tries < 12; tries++) await attempt();
    expect(await stateOf(sealed)).toBe('in doubt');
    await expect(void_(sealed)).rejects.toThrow('in doubt');
    await deliverBatch(company, company.who, null, sealed, 'all');
    await attempt();
    expect(intake.ledger.entries).toHaveLength(1);
    for (let tries = 0; tries < 12; tries++) await attempt();
    await behave({ how: 'well' });
    // It is asked before it is voided, and says that it has it.
    await expect(void_(sealed)).rejects.toThrow('has accepted it');
    expect([await stateOf(sealed), hoursPaid()]).toEqual(['accepted', await hoursOf(sealed)]);
  });

  it('are no doubt where nothing was ever sent', lose);

  it('are asked for by hand, and a key that is closed takes nothing later', async () => {
    await behave({ how: 'cut off', times: 100 });
    expect(await deliverUntilItEnds(sealed)).toBe('in doubt');
    await askWhatIsThere(company, sealed);
    expect(await stateOf(sealed)).toBe('not taken');
    await behave({ how: 'well' });
    const [first] = await company.database.select().from(delivery);
    // The file that was on its way arrives after all.
    const late = await fetch(`${intake.url}/handoffs`, {
      method: 'POST',
      headers: { 'Idempotency-Key': first!.key },
      body: 'whatever it holds',
    });
    expect(await late.json()).toMatchObject({ status: 'refused' });
    expect(await deliverUntilItEnds(sealed)).toBe('accepted');
    expect(hoursPaid()).toBe(await hoursOf(sealed));
  });
});

describe('an older backup that is put back', () => {
  /** What was kept since is gone: the delivery, and the number. */
  const putBack = async () => {
    expect(await deliverUntilItEnds(sealed)).toBe('accepted');
    await emptied(company, [delivery, refusedLine, task]);
  };

  it('holds up every delivery until somebody says what the pay system has of it', async () => {
    await putBack();
    await deliverBatch(company, company.who, null, sealed, 'all');
    await attempt();
    expect(await stateOf(sealed)).toBe('gave up');
    const { unmatched } = await paySystemOf(company);
    expect(unmatched).toMatchObject([
      { isUnknown: true, lines: (await batchDetail(company, sealed)).batch.file?.lines },
    ]);
    await expect(deliverBatch(company, company.who, null, sealed, 'all')).rejects.toThrow(
      'does not know that',
    );
    await expect(void_(sealed)).rejects.toThrow('does not know that');
    await stateWhatIsThere(company, company.who, null, sealed, {
      has: 'all',
      lines: '',
      reason: 'Sent before the backup',
    });
    await explainUnmatched(company, company.who, null, [unmatched[0]!.key], 'Sent before the backup');
    expect([await stateOf(sealed), hoursPaid(), (await paySystemOf(company)).unmatched]).toEqual([
      'accepted',
      await hoursOf(sealed),
      [],
    ]);
  });

  it('never gives a number again that the pay system has seen', async () => {
    await putBack();
    await takeBackEverything();
    const before = (await handoffOf(company, company.who, company.periodId)).nextNumber;
    expect(before).toBe(1);
    const again = await sealAll();
    await deliverBatch(company, company.who, null, again, 'all');
    await attempt();
    expect((await handoffOf(company, company.who, company.periodId)).nextNumber).toBe(2);
    expect(hoursPaid()).toBe(await hoursOf(again));
  });

  const takeBackEverything = () =>
    emptied(company, [seal, batchChunk, batchFile, batchCode, batchLine, batch]).then(() =>
      company.database.execute(sql`UPDATE setting SET value = '0' WHERE name = 'last-handoff'`),
    );
});

describe('an answer that contradicts itself', () => {
  it.each(LIE_NAMES)(
    '%s: leaves the batch in doubt, with both versions, until somebody decides',
    async (how) => {
      await behave({ how, times: 1 });
      expect(await deliverUntilItEnds(sealed)).toBe('in doubt');
      const [{ doubt }] = (await batchDetail(company, sealed)).deliveries as [Delivery];
      expect(doubt?.why.length).toBeGreaterThan(0);
      await expect(void_(sealed)).rejects.toThrow('in doubt');
      await expect(deliverBatch(company, company.who, null, sealed, 'all')).rejects.toThrow(
        'State what it has',
      );
      await attempt();
      expect(intake.ledger.entries).toHaveLength(1);
      await stateWhatIsThere(company, company.who, null, sealed, {
        has: 'all',
        lines: '',
        reason: 'They rang',
      });
      expect(await stateOf(sealed)).toBe('accepted');
      expect((await batchDetail(company, sealed)).deliveries[0]?.statement).toMatchObject({
        reason: 'They rang',
      });
    },
  );

  it('is ended line by line: the lines that are not there can be taken out', async () => {
    await behave({ how: 'accepted but', times: 1 });
    await deliverUntilItEnds(sealed);
    const { lines = 0 } = (await batchDetail(company, sealed)).batch.file ?? {};
    const state = (said: string) =>
      stateWhatIsThere(company, company.who, null, sealed, {
        has: 'these',
        lines: said,
        reason: 'By their list',
      });
    await expect(state(`1-${lines + 1}`)).rejects.toThrow('not among those that were sent');
    await expect(state('all of them')).rejects.toThrow('like 1-40, 42');
    await state(`2-${lines}`);
    expect(await batchDetail(company, sealed)).toMatchObject({ batch: { state: 'in part' }, linesLeft: 1 });
    await takeOutRest(company, company.who, null, sealed, 'It is not there');
    expect(await batchDetail(company, sealed)).toMatchObject({ linesLeft: 0, linesTakenOut: 1 });
  });

  it('where nothing is there, the batch can be voided and sealed anew, once', async () => {
    await behave({ how: 'cut off', times: 100 });
    await deliverUntilItEnds(sealed);
    await behave({ how: 'well', asking: 'busy' });
    await stateWhatIsThere(company, company.who, null, sealed, {
      has: 'none',
      lines: '',
      reason: 'They looked',
    });
    await void_(sealed);
    await behave({ how: 'well' });
    const again = await sealAll();
    expect(await deliverUntilItEnds(again)).toBe('accepted');
    expect(hoursPaid()).toBe(await hoursOf(again));
  });

  it('is found out where somebody stated what is not so, before the next delivery', async () => {
    await behave({ how: 'accepted but', times: 1 });
    await deliverUntilItEnds(sealed);
    await stateWhatIsThere(company, company.who, null, sealed, { has: 'none', lines: '', reason: 'A guess' });
    await void_(sealed);
    const again = await sealAll();
    expect(await deliverUntilItEnds(again)).toBe('gave up');
    expect((await paySystemOf(company)).unmatched).toMatchObject([{ isUnknown: false }]);
    expect(hoursPaid()).toBe(await hoursOf(again));
  });

  it('nothing is stated where there is no doubt', async () => {
    const state = () =>
      stateWhatIsThere(company, company.who, null, sealed, { has: 'all', lines: '', reason: 'Because' });
    await expect(state()).rejects.toThrow('not in doubt');
    await deliverUntilItEnds(sealed);
    await expect(state()).rejects.toThrow('not in doubt');
  });
});

describe('an answer without bounds', () => {
  it('is read no further than an answer can be long', async () => {
    await behave({ how: 'endless', times: 1 });
    const before = process.memoryUsage.rss();
    const began = performance.now();
    await deliverBatch(company, company.who, null, sealed, 'all');
    await attempt();
    expect(performance.now() - began).toBeLessThan(5000);
    expect((process.memoryUsage.rss() - before) / 1e6).toBeLessThan(100);
    expect(await stateOf(sealed)).toBe('under way');
    // Asked, it says what it has.
    await attempt();
    expect([await stateOf(sealed), hoursPaid()]).toEqual(['accepted', await hoursOf(sealed)]);
  });

  it('a redirect is not followed with the pay file', async () => {
    let heard = 0;
    others = createServer((_request, response) => {
      heard++;
      response.end();
    }).listen(0, '127.0.0.1');
    await new Promise((resolve) => others?.once('listening', resolve));
    const { port } = others.address() as AddressInfo;
    const redirecting = createServer((request, response) => {
      const isSending = request.method === 'POST';
      if (isSending) response.writeHead(307, { Location: `http://127.0.0.1:${port}/handoffs` });
      else response.writeHead(404);
      request.resume().on('end', () => response.end());
    }).listen(0, '127.0.0.1');
    await new Promise((resolve) => redirecting.once('listening', resolve));
    process.env.HEATH_PAY_INTAKE = `http://127.0.0.1:${(redirecting.address() as AddressInfo).port}`;
    await deliverBatch(company, company.who, null, sealed, 'all');
    await attempt();
    redirecting.close();
    expect([heard, await stateOf(sealed), (await taskOf(sealed)).error]).toEqual([
      0,
      'under way',
      expect.stringContaining('at another address'),
    ]);
  });
});
