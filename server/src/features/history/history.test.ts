import { cardRows } from '@heath/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { importFile } from '../../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { listCards, openCard } from '../cards/service.ts';
import { settleBulk } from '../corrections/bulk.ts';
import { correct, settle, undo } from '../corrections/service.ts';
import { periodHistory } from './service.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('history');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
});
afterAll(() => company.close());

const history = (who = company.who) => periodHistory(company, who, company.periodId);
const rows = async () => cardRows(await listCards(company, company.who, company.periodId));

describe('the history of a period', () => {
  it('tells who did what to whom, what it changed and why, the newest first, and what was taken back', async () => {
    expect(await history()).toEqual({ zones: [], corrections: [], isCut: false });
    const [someone, other] = (await rows()).filter(({ toSettle }) => toSettle === 1);
    const keyOf = (personId: number) => ({ periodId: company.periodId, personId });
    const open = (await openCard(company, company.who, keyOf(someone!.personId))).exceptions.find(
      ({ severity }) => severity === 'holds up',
    )!;
    const request = { exception: open.key, at: open.proposals[0]!.at, note: 'watch log' };
    const marek = await company.as('marek');
    const { correctionId } = await settle(company, null, marek, keyOf(someone!.personId), request);
    const { exceptions } = await openCard(company, company.who, keyOf(other!.personId));
    const missing = exceptions.find(({ severity }) => severity === 'holds up')!;
    const way = { kind: 'time', at: missing.proposals[0]!.at } as const;
    await settleBulk(company, null, company.who, company.periodId, {
      what: 'Took the planned time',
      items: [{ personId: other!.personId, exception: missing.key, way }],
      note: '',
    });
    const { corrections, zones } = await history();
    expect(zones.map(({ zone }) => zone)).toEqual(['Europe/London']);
    expect(corrections).toMatchObject([
      { name: other!.name, by: 'Odile Ravn', together: 'Took the planned time', undone: false },
      {
        id: correctionId,
        kind: 'add',
        name: someone!.name,
        number: someone!.number,
        by: 'Marek Tamm',
        note: 'watch log',
        madeAt: '2026-11-02T09:00:00Z',
        payableBeforeHours: someone!.payableHours,
        together: null,
        undone: false,
      },
    ]);
    await undo(company, null, company.who, keyOf(someone!.personId), correctionId);
    const [taken, , first] = (await history()).corrections;
    expect(taken).toMatchObject({ kind: 'undo', undoes: correctionId, by: 'Odile Ravn' });
    expect(first).toMatchObject({ id: correctionId, undone: true });
  });

  it('names the punch that a correction is about, as it was made', async () => {
    const [someone] = (await rows()).filter(({ toSettle }) => toSettle === 0);
    const key = { periodId: company.periodId, personId: someone!.personId };
    const { shifts } = await openCard(company, company.who, key);
    const punch = shifts.flatMap(({ spells }) => spells)[0]!.in;
    const says = { kind: 'move', punch: punch.id!, at: (punch.at + 60) as typeof punch.at } as const;
    await correct(company, null, company.who, key, { says, note: '' });
    expect((await history()).corrections[0]).toMatchObject({
      kind: 'move',
      punch: { kind: punch.kind, at: punch.at },
    });
  });

  it('is of the cards within reach', async () => {
    const piotr = await company.as('piotr');
    const reached = new Set((await listCards(company, piotr, company.periodId)).personId.map(Number));
    const all = (await history()).corrections;
    const theirs = (await history(piotr)).corrections;
    expect(theirs.map(({ id }) => id)).toEqual(
      all.filter(({ personId }) => reached.has(personId)).map(({ id }) => id),
    );
    expect(theirs.length).toBeLessThan(all.length);
  });
});
