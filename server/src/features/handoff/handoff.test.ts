import { Writable } from 'node:stream';
import { cardRows } from '@heath/contract';
import { holdsUp } from '@heath/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { batchLine, batch as batchTable } from '../../database/schema/index.ts';
import { importFile } from '../../demo/load.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { listCards, openCard } from '../cards/service.ts';
import { correct, settle, undo } from '../corrections/service.ts';
import { assignCode, payCodes } from '../pay-codes/service.ts';
import { writeFile } from './file.ts';
import { handOff, handoffOf } from './service.ts';
import { findBatch } from './store.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('handoff');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
});
afterAll(() => company.close());

async function fileOf(batchId: number, by: 'workday' | 'period'): Promise<string[][]> {
  let text = '';
  const sink = new Writable({
    write(chunk, _encoding, done) {
      text += chunk;
      done();
    },
  });
  const ended = new Promise((resolve) => sink.once('finish', resolve));
  await writeFile(company.database, (await findBatch(company.database, batchId))!, by, sink);
  await ended;
  return text
    .trimEnd()
    .split('\r\n')
    .map((line) => line.split(','));
}
const hoursIn = (rows: readonly string[][]) =>
  rows.reduce((sum, row) => sum + Math.round(Number(row[3]) * 90_000), 0);

let lastSettled: { personId: number; correctionId: number };

describe('handing off', () => {
  it('is refused while a missing punch is open, and writes nothing', async () => {
    await expect(handOff(company, company.who, null, company.periodId)).rejects.toThrow(
      '12 exceptions are open',
    );
    expect(await company.database.select().from(batchTable)).toEqual([]);
    const rows = cardRows(await listCards(company, company.who, company.periodId));
    for (const row of rows.filter((r) => r.toSettle > 0)) {
      const key = { periodId: company.periodId, personId: row.personId };
      const { exceptions } = await openCard(company, company.who, key);
      for (const { key: exception, workday, proposals } of exceptions.filter(holdsUp)) {
        const at = proposals[0]?.at;
        // Where nothing is proposed, it is right as it is.
        const { correctionId } =
          at === undefined
            ? await correct(company, null, company.who, key, {
                says: { kind: 'accept', exception, workday },
                settles: exception,
                note: 'Rang in sick',
              })
            : await settle(company, null, company.who, key, { exception, at, note: '' });
        lastSettled = { personId: row.personId, correctionId };
      }
    }
  });

  it('is refused while an hour has no code; the catch-all says how many', async () => {
    const { classes } = await payCodes(company.database);
    const night = classes.find(({ classId }) => classId === 'premium:Night')!;
    await assignCode(company, company.who, null, night.classId, null);
    const waiting = await handoffOf(company, company.periodId);
    const catchAll = waiting.codes.find((code) => code.code === null)!;
    expect(catchAll.classIds).toEqual(['premium:Night']);
    expect(catchAll.hours).toBeGreaterThan(0);
    await expect(handOff(company, company.who, null, company.periodId)).rejects.toThrow(
      `${(catchAll.hours / 90_000).toFixed(2)} hours have no pay code`,
    );
    await assignCode(company, company.who, null, night.classId, night.codeId);
  });

  it('seals once: of two at the same time one is refused, and the cards take no more corrections', async () => {
    const results = await Promise.allSettled([
      handOff(company, company.who, null, company.periodId),
      handOff(company, await company.as('marek'), null, company.periodId),
    ]);
    expect(results.map((result) => result.status).sort()).toEqual(['fulfilled', 'rejected']);
    expect((results.find((r) => r.status === 'rejected') as PromiseRejectedResult).reason.message).toContain(
      'never sent twice',
    );
    const { personId, correctionId } = lastSettled;
    await expect(
      undo(company, null, company.who, { periodId: company.periodId, personId }, correctionId),
    ).rejects.toThrow('handed off');
  });

  it('writes lines that add up to the cards, and control totals that add up to the lines', async () => {
    const { batch, payableHours, codes } = await handoffOf(company, company.periodId);
    const rows = cardRows(await listCards(company, company.who, company.periodId));
    const cards = rows.reduce((sum, row) => sum + row.payableHours!, 0);
    expect(cards).toBe(payableHours);
    const premium = codes.filter((code) => code.premium).reduce((sum, code) => sum + code.hours, 0);
    for (const by of ['workday', 'period'] as const) {
      const [header, ...all] = await fileOf(batch!.id, by);
      expect(header).toEqual(['Person', 'Code', by === 'workday' ? 'Workday' : 'Period', 'Hours']);
      const lines = all.filter((row) => row[0] !== 'Control total');
      const totals = all.filter((row) => row[0] === 'Control total');
      expect(hoursIn(lines)).toBe(cards + premium);
      for (const [, code, count, hours] of totals) {
        const under = code === 'All' ? lines : lines.filter((row) => row[1] === code);
        expect([count, Math.round(Number(hours) * 90_000)]).toEqual([
          `${under.length} lines`,
          hoursIn(under),
        ]);
      }
      expect(totals.map((row) => row[1])).toEqual(['110', '215', '220', '340', '410', '510', 'All']);
    }
    expect(await company.database.select().from(batchLine)).toHaveLength(batch!.lines);
  });

  it('shows punches that come after sealing as a change, and leaves what was sent as it was', async () => {
    const before = await handoffOf(company, company.periodId);
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
    expect(await handoffOf(company, company.periodId)).toEqual(before);
    const untouched = rows.find((r) => r.number === 'MF-0102')!;
    const other = await openCard(company, company.who, {
      periodId: company.periodId,
      personId: untouched.personId,
    });
    expect(other.changedSinceSealed).toBe(false);
  });
});
