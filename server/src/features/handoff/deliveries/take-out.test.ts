import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { differenceRows } from '@heath/contract';
import { startIntake } from '@heath/pay-intake';
import { and, eq, inArray } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { batchLine, delivery } from '../../../database/schema/index.ts';
import { importFile } from '../../../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../../testing/company.ts';
import { approveAll, settleAll } from '../../../testing/settle.ts';
import { decide, differences, sentAndNow } from '../../differences/service.ts';
import { keepMapping, mappingNow } from '../../mapping/service.ts';
import { createCode } from '../../pay-codes/service.ts';
import { handOff } from '../sealing.ts';
import { batchDetail } from '../service.ts';
import { deliver } from './run.ts';
import { deliverBatch } from './service.ts';
import { takeOutRest } from './take-out.ts';

let company: Company;
let intake: Awaited<ReturnType<typeof startIntake>>;
const folder = mkdtempSync(join(tmpdir(), 'heath-take-out-'));
beforeAll(async () => {
  company = await freshCompany('take_out');
  intake = await startIntake({ ledgerFile: join(folder, 'ledger.jsonl') });
  await fetch(`${intake.url}/people`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ number: 'MF-0158' }),
  });
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
  await settleAll(company);
  await company.work();
  await approveAll(company);
});
afterAll(async () => {
  await intake.close();
  rmSync(folder, { recursive: true, force: true });
  await company.close();
});

const leaveUnder = async (code: string) => {
  const { id, rules } = await mappingNow(company, company.who);
  const changed = rules.map((rule) => (rule.name === 'Annual leave' ? { ...rule, code } : rule));
  await keepMapping(company, company.who, null, id, changed);
};
const send = async (batchId: number) => {
  await deliverBatch({ ...company, nudge: () => {} }, company.who, null, batchId, 'all');
  const [last] = await company.database
    .select({ id: delivery.id })
    .from(delivery)
    .where(and(eq(delivery.batchId, batchId), eq(delivery.status, 'waiting')));
  await deliver(company.database, company.clock, intake.url, last!.id);
  return batchDetail(company, batchId);
};
const takeOut = (batchId: number) =>
  takeOutRest(company, company.who, null, batchId, 'They do not know this code');

describe('lines that the pay system does not take for their code', () => {
  it('are taken out, mapped anew, and paid once: each hour of the cards stands once in the ledger', async () => {
    await createCode(company, company.who, null, {
      code: '999',
      name: 'Leave, as we thought',
      kind: 'leave',
    });
    await leaveUnder('999');
    const overrides = ['known people', 'new codes'].map((check) => ({ check, reason: 'We know' }));
    const { batchId } = await handOff(company, company.who, null, company.periodId, { overrides });
    await expect(takeOut(batchId)).rejects.toThrow('that the pay system has accepted in part');
    const first = await send(batchId);
    expect(first.batch.state).toBe('in part');
    expect(first.linesLeft).toBe(6);
    expect(first.deliveries[0]?.refused.every(({ reason }) => reason === 'There is no code 999.')).toBe(true);
    await company.work();
    expect(differenceRows(await differences(company, company.who))).toEqual([]);

    await takeOut(batchId);
    await leaveUnder('510');
    await company.work();
    expect(await batchDetail(company, batchId)).toMatchObject({ linesLeft: 0, linesTakenOut: 6 });
    await expect(takeOut(batchId)).rejects.toThrow('Nothing of this batch is left');
    const open = differenceRows(await differences(company, company.who));
    expect(open).toHaveLength(2);
    for (const { periodId, personId } of open) {
      const { differs } = await sentAndNow(company, company.who, periodId, personId);
      expect(differs.length).toBeGreaterThan(0);
      expect(differs.every(({ code, hours }) => code === '510' && hours === 720_000)).toBe(true);
    }
    const which = open.map(({ periodId, personId, version }) => ({ periodId, personId, version }));
    for (const what of ['carry', 'approve'] as const)
      await decide(company, company.who, null, { what, differences: which, reason: '' });
    const { batchId: again } = await handOff(company, company.who, null, company.periodId, {
      differencesAlone: true,
      overrides: [],
    });
    expect((await send(again)).batch.state).toBe('accepted');
    await company.work();
    expect(differenceRows(await differences(company, company.who))).toEqual([]);

    // Another mapping after that changes nothing of what was paid.
    await leaveUnder('410');
    await company.work();
    expect(differenceRows(await differences(company, company.who))).toEqual([]);

    const paid = intake.ledger.entries.flatMap((entry) => entry.paid);
    expect(new Set(paid.map(({ reference }) => reference)).size).toBe(paid.length);
    expect(paid.filter(({ code }) => code === '510')).toHaveLength(6);
    expect(paid.some(({ code }) => code === '999')).toBe(false);
    const lines = await company.database
      .select({ hours: batchLine.hours, code: batchLine.code })
      .from(batchLine)
      .where(inArray(batchLine.batchId, [batchId, again]));
    const sent = lines.filter(({ code }) => code !== '999').reduce((sum, { hours }) => sum + hours, 0);
    expect(Math.round(paid.reduce((sum, { hours }) => sum + Number(hours), 0) * 100)).toBe(sent / 900);
  });
});
