import type { NewAmount } from '@heath/contract';
import { differenceRows } from '@heath/contract';
import { PER_UNIT, workdayFromIso } from '@heath/core';
import { parse } from 'csv-parse/sync';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { batchLine, person } from '../../database/schema/index.ts';
import { importFile } from '../../demo/acting.ts';
import { chunksOf } from '../../pay/batch-file.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { approveAll, settleAll } from '../../testing/settle.ts';
import { decide, differences, sentAndNow } from '../differences/service.ts';
import { checkHandoff } from '../handoff/gathering/checking.ts';
import { handOff } from '../handoff/sealing.ts';
import { handoffOf } from '../handoff/service.ts';
import { keepMapping, mappingNow } from '../mapping/service.ts';
import { lockDays } from '../periods/service.ts';
import { makeReport } from '../reports/service.ts';
import { addAll, amounts, takeAmountBack, takeAmounts } from './service.ts';

let company: Company;
let ids: ReadonlyMap<string, number>;
beforeAll(async () => {
  company = await freshCompany('amounts');
  ids = new Map((await company.database.select().from(person)).map(({ number, id }) => [number, id]));
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
});
afterAll(() => company.close());

const amount = (changes: Partial<NewAmount> = {}): NewAmount => ({
  personId: ids.get('MF-0101')!,
  day: workdayFromIso('2026-10-20'),
  what: 'Mileage',
  amount: '12.5',
  job: null,
  note: '',
  ...changes,
});
const add = (...all: readonly NewAmount[]) =>
  addAll(company, company.who, null, company.periodId, { amounts: [...all] });
const standing = async () =>
  (await amounts(company, company.who, company.periodId)).amounts.filter(({ takenBack }) => !takenBack);
const checks = async () =>
  (await checkHandoff(company, company.who, company.periodId, undefined, () => {})).checks.filter(
    ({ count }) => count > 0,
  );

describe('amounts', () => {
  it('are added all or none, and what is wrong is said with its place', async () => {
    for (const [wrong, says] of [
      [{ personId: 9999 }, 'Amount 2: They have no card'],
      [{ day: workdayFromIso('2026-10-18') }, 'Amount 2: The day is not in this period'],
      [{ job: 'no-such-job' }, 'Amount 2: There is no job no-such-job.'],
      // He left on the 23rd.
      [
        { personId: ids.get('MF-0121')!, day: workdayFromIso('2026-10-28') },
        'is not employed on 28 Oct 2026',
      ],
    ] as const)
      await expect(add(amount(), amount(wrong))).rejects.toThrow(says);
    expect(await standing()).toEqual([]);
    await add(amount(), amount({ amount: '3,25', job: 'kittiwake', note: 'And back' }));
    expect((await standing()).map(({ amount: of, job }) => [of / PER_UNIT, job])).toEqual([
      [3.25, 'Kittiwake'],
      [12.5, null],
    ]);
  });

  it('come as a list, too', async () => {
    const take = (text: string) => takeAmounts(company, company.who, null, company.periodId, text);
    for (const [text, says] of [
      ['number,day,what,amount\nMF-9999,2026-10-20,Mileage,3\n', 'Line 2: nobody has the number MF-9999.'],
      ['number,day,what,amount\nMF-0101,2026-10-20,Mileage,0\n', 'Line 2: Write an amount like 12.50'],
      ['number,day,what,amount\nMF-0101,20.10.2026,Mileage,3\n', 'Line 2: Give a day like 2026-10-25.'],
      ['number,day,amount\nMF-0101,2026-10-20,3\n', 'has no column for the what'],
    ] as const)
      await expect(take(text)).rejects.toThrow(says);
    expect(await standing()).toHaveLength(2);
    await take('Number;Date;Type;Quantity;Note\nMF-0102;2026-10-21;Expenses;18,75;Rope\n');
    expect((await standing())[0]).toMatchObject({ number: 'MF-0102', what: 'Expenses', note: 'Rope' });
  });

  it('of a list that comes twice are added once, unless it is said again', async () => {
    const list = 'number,day,what,amount\nMF-0103,2026-10-22,Expenses,200\nMF-0103,2026-10-22,Expenses,20\n';
    const take = (text: string, again = false) =>
      takeAmounts(company, company.who, null, company.periodId, text, again);
    const sum = async () =>
      (await standing())
        .filter(({ number }) => number === 'MF-0103')
        .reduce((all, one) => all + one.amount / PER_UNIT, 0);
    await take(list);
    // With a key of its own, in another order, with a row more.
    await expect(take(list)).rejects.toThrow('All 2 amounts are there already');
    const turned =
      'number;day;what;amount\nMF-0103;2026-10-22;Expenses;20,00\nMF-0103;2026-10-22;Expenses;200\n';
    await expect(take(turned)).rejects.toMatchObject({ status: 409, type: 'known' });
    await expect(take(`${list}MF-0103,2026-10-23,Expenses,1\n`)).rejects.toThrow('2 of these 3 amounts');
    // Two that came at one moment.
    const twice = 'number,day,what,amount\nMF-0103,2026-10-24,Expenses,5\n';
    const both = await Promise.allSettled([take(twice), take(twice)]);
    expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    expect(await sum()).toBe(225);
    await take(list, true);
    expect(await sum()).toBe(445);
    for (const one of (await standing()).filter(({ number }) => number === 'MF-0103'))
      await takeAmountBack(company, company.who, null, one.id);
    // What was taken back is not there.
    await take(twice);
    const [last] = await standing();
    await takeAmountBack(company, company.who, null, last!.id);
  });

  it('are taken back once, and stay in sight', async () => {
    const [last] = await standing();
    await takeAmountBack(company, company.who, null, last!.id);
    await expect(takeAmountBack(company, company.who, null, last!.id)).rejects.toMatchObject({
      type: 'already-undone',
    });
    expect(await standing()).toHaveLength(2);
    const all = (await amounts(company, company.who, company.periodId)).amounts;
    expect(all.filter(({ number }) => number !== 'MF-0103')).toHaveLength(3);
  });

  it('of locked days are not added, and not taken back', async () => {
    const lock = (until: string | null) =>
      lockDays(company, company.who, null, {
        until: until === null ? null : workdayFromIso(until),
        reason: 'Closed',
      });
    await lock('2026-10-20');
    await expect(add(amount())).rejects.toMatchObject({ status: 409, type: 'sealed' });
    const [last] = await standing();
    await expect(takeAmountBack(company, company.who, null, last!.id)).rejects.toMatchObject({ status: 409 });
    await lock(null);
  });

  it('hold up the handoff while no rule catches them; hours and cost stay what they were', async () => {
    await company.work();
    const cost = async () =>
      (await makeReport(company, company.who, company.periodId, 'hours-and-cost', {})).reply.sums;
    const before = await cost();
    await add(amount({ what: 'Tips', amount: '7' }));
    await company.work();
    expect(await cost()).toEqual(before);
    expect((await checks()).map(({ name }) => name)).toContain('mapped');
    const { id, rules } = await mappingNow(company, company.who);
    expect((await mappingNow(company, company.who)).names.amounts.map(({ code }) => code)).toContain('Tips');
    const rule = { name: 'Tips', firstDay: null, lastDay: null, when: { amounts: ['Tips'] }, code: '920' };
    await keepMapping(company, company.who, null, id, [...rules, rule]);
    expect((await checks()).map(({ name }) => name)).not.toContain('mapped');
  });

  it('go out under their codes beside the hours, and the payable hours of the batch are those of the cards', async () => {
    await settleAll(company);
    await company.work();
    await approveAll(company);
    const cards = (await handoffOf(company, company.who, company.periodId)).payableHours;
    const { batchId } = await handOff(company, company.who, null, company.periodId, {
      overrides: [{ check: 'known people', reason: 'Next week' }],
    });
    const [batch] = (await handoffOf(company, company.who, company.periodId)).batches;
    expect(batch?.payableHours).toBe(cards);
    const lines = await company.database.select().from(batchLine).where(eq(batchLine.batchId, batchId));
    const beside = lines.filter(({ classId }) => classId.startsWith('amount:'));
    expect(beside.map(({ code, hours, job, seconds }) => [code, hours / PER_UNIT, job, seconds])).toEqual([
      ['910', 12.5, null, 0],
      ['910', 3.25, 'kittiwake', 0],
      ['920', 7, null, 0],
    ]);
    const parts: Uint8Array[] = [];
    for await (const part of chunksOf(company.database, batchId)) parts.push(part);
    const rows = parse(Buffer.concat(parts), { relax_column_count: true }) as string[][];
    expect(
      rows.filter((row) => row[2] === '910' || row[2] === '920').map((row) => [row[0], row[2], row[3]]),
    ).toEqual([
      ['MF-0101', '910', '12.50'],
      ['MF-0101', '910', '3.25'],
      ['MF-0101', '920', '7.00'],
    ]);
  });

  it('that come or go after that are differences, to the unit', async () => {
    await company.work();
    const miles = (await standing()).find(({ amount: of }) => of === 12.5 * PER_UNIT)!;
    await takeAmountBack(company, company.who, null, miles.id);
    await add(amount({ amount: '10' }));
    await company.work();
    const [found] = differenceRows(await differences(company, company.who));
    const personId = ids.get('MF-0101')!;
    const { differs } = await sentAndNow(company, company.who, company.periodId, personId);
    expect(differs.map(({ code, hours }) => [code, hours / PER_UNIT])).toEqual([['910', -2.5]]);
    expect(found!.payableHours).toBe(0);
    const one = { periodId: company.periodId, personId, version: found!.version };
    for (const what of ['carry', 'approve'] as const)
      await decide(company, company.who, null, { what, differences: [one], reason: '' });
    await handOff(company, company.who, null, company.periodId, { differencesAlone: true, overrides: [] });
    await company.work();
    expect(differenceRows(await differences(company, company.who))).toEqual([]);
  });
});
