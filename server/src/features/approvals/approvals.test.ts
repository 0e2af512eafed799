import { cardRows, withChange } from '@heath/contract';
import { workdayFromIso } from '@heath/core';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { payGroup } from '../../database/schema/index.ts';
import { importFile } from '../../demo/acting.ts';
import type { Who } from '../../rights/who.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { addAll, amounts, takeAmountBack } from '../amounts/service.ts';
import { listCards, openCard, periodStrip } from '../cards/service.ts';
import { previewBulk, settleBulk, undoBulk } from '../corrections/bulk.ts';
import { correct, previewCorrect, undo } from '../corrections/service.ts';
import { listExceptions } from '../exceptions/service.ts';
import { addEdition, rulebooks, rulesOf } from '../rulebooks/service.ts';
import { approve, withdraw } from './service.ts';

let company: Company;
/** Somebody with nothing to settle. */
let personId: number;

beforeAll(async () => {
  company = await freshCompany('approvals');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
  const rows = cardRows(await listCards(company, company.who, company.periodId));
  personId = rows.find((row) => row.toSettle === 0 && (row.payableHours ?? 0) > 0)!.personId;
});
afterAll(() => company.close());

const key = () => ({ periodId: company.periodId, personId });
const stand = (who: Who = company.who, people = [personId]) =>
  approve(company, who, null, company.periodId, { people });
const takeBack = (people = [personId]) => withdraw(company, company.who, null, company.periodId, { people });
const card = () => openCard(company, company.who, key());
const strip = () => periodStrip(company, company.who, company.periodId);
/** What the list, the card and the strip say of it. */
const told = async () => {
  const rows = cardRows(await listCards(company, company.who, company.periodId));
  const listed = rows.find((row) => row.personId === personId)!.approval;
  const { row } = await card();
  expect(row.approval).toBe(listed);
  return [listed, (await strip()).approved];
};
const oneHour = async () => {
  const { firstDay } = await card();
  const says = {
    kind: 'flat-hours',
    workday: firstDay,
    as: 'adjustment',
    code: 'Storm pay',
    length: 'PT1H',
    job: null,
    department: null,
  } as const;
  return correct(company, null, company.who, key(), { says, note: '' });
};

describe('an approval', () => {
  it('stands in the list, on the card and in the strip, by whom and when, until it is withdrawn', async () => {
    expect(await told()).toEqual(['none', 0]);
    expect((await stand()).approved).toEqual([personId]);
    expect(await told()).toEqual(['approved', 1]);
    const { approvals, row } = await card();
    expect(approvals).toEqual([
      { by: 'Odile Ravn', madeAt: '2026-11-02T09:00:00Z', stands: true, payableHours: row.payableHours },
    ]);
    expect((await takeBack()).withdrawn).toEqual([personId]);
    expect(await told()).toEqual(['none', 0]);
    expect((await takeBack()).left).toEqual([{ personId, reason: 'not approved' }]);
  });

  it('falls with a later change, which tells what it paid before; the strip is told by how much', async () => {
    await stand();
    const before = await strip();
    const was = (await card()).row.payableHours;
    const { correctionId, change, card: reply } = await oneHour();
    expect(reply.row.approval).toBe('changed');
    expect(change!.approved).toBe(-1);
    expect(withChange(before, change!)).toEqual(await strip());
    expect(await told()).toEqual(['changed', 0]);
    expect((await card()).approvals).toMatchObject([{ stands: false, payableHours: was }]);
    // Taken back, the card is what was approved.
    const back = await undo(company, null, company.who, key(), correctionId);
    expect(back.change!.approved).toBe(1);
    expect(back.card.row.approval).toBe('approved');
    expect(await told()).toEqual(['approved', 1]);
    await takeBack();
  });

  it('stands while what it approved is as it was, whatever comes in; and falls with what changes it', async () => {
    await stand();
    const { number } = (await card()).row;
    const punches = async (name: string, ...lines: string[]) => {
      await importFile(
        company,
        name,
        bytes(['Person no,Punched at,Type,Job,Site', ...lines.map((line) => `${line},,`)].join('\n')),
      );
      await company.work();
    };
    await punches('later.csv', `${number},2026-11-02T08:00:00Z,in`, `${number},2026-11-02T09:00:00Z,out`);
    expect(await told()).toEqual(['approved', 1]);
    for (const { id } of (await rulebooks(company)).rulebooks) {
      const rules = (await rulesOf(company, id, 1)).rules as Record<string, unknown>;
      await addEdition(company, company.who, null, id, { firstDay: workdayFromIso('2026-10-21'), rules });
    }
    await company.work();
    expect(await told()).toEqual(['approved', 1]);
    const day = workdayFromIso('2026-10-20');
    await addAll(company, company.who, null, company.periodId, {
      amounts: [{ personId, day, what: 'Mileage', amount: '12.50', job: null, note: '' }],
      again: true,
    });
    expect(await told()).toEqual(['changed', 0]);
    await company.work();
    expect(await told()).toEqual(['changed', 0]);
    const [newest] = (await amounts(company, company.who, company.periodId)).amounts;
    await takeAmountBack(company, company.who, null, newest!.id);
    await company.work();
    expect(await told()).toEqual(['approved', 1]);
    await punches('within.csv', `${number},2026-11-01T03:00:00Z,in`, `${number},2026-11-01T04:00:00Z,out`);
    expect(await told()).toEqual(['changed', 0]);
    await takeBack();
  });

  it('takes two where the pay group asks for two; the same person twice is one', async () => {
    const { groupId } = (await card()).row;
    await company.database.update(payGroup).set({ approvals: 2 }).where(eq(payGroup.id, groupId));
    await stand();
    await stand();
    expect(await told()).toEqual(['waits', 0]);
    await stand(await company.as('marek'));
    expect(await told()).toEqual(['approved', 1]);
    expect((await card()).approvals.map(({ by }) => by)).toEqual(['Odile Ravn', 'Marek Tamm']);
    await takeBack();
    expect(await told()).toEqual(['none', 0]);
    await company.database.update(payGroup).set({ approvals: 1 }).where(eq(payGroup.id, groupId));
  });

  it('of everything clean at once leaves what has something to settle, and is taken back as one', async () => {
    const rows = cardRows(await listCards(company, company.who, company.periodId));
    const people = rows.map((row) => row.personId);
    const open = rows.filter(({ toSettle }) => toSettle > 0).length;
    expect(open).toBeGreaterThan(0);
    const { approved, left } = await stand(company.who, people);
    expect([approved.length, left.length]).toEqual([people.length - open, open]);
    expect(new Set(left.map(({ reason }) => reason))).toEqual(new Set(['to settle']));
    expect((await strip()).approved).toBe(approved.length);
    expect((await takeBack([...approved])).withdrawn).toHaveLength(approved.length);
    expect((await strip()).approved).toBe(0);
  });
});

describe('what a rulebook asks why about', () => {
  it('keeps a card from being approved until somebody accepts it with a reason', async () => {
    const { exceptions, people } = await listExceptions(company, company.who, company.periodId);
    const asked = exceptions.find(({ severity }) => severity === 'asks why');
    if (asked === undefined) throw new Error('The rulebooks of the demo ask about nothing.');
    const { personId: whose } = people[asked.person]!;
    const of = { periodId: company.periodId, personId: whose };
    const own = exceptions.filter((one) => one.person === asked.person && one.severity !== 'to look at');
    expect(own).toEqual([asked]);
    const left = async () => (await stand(company.who, [whose])).left;
    expect(await left()).toEqual([{ personId: whose, reason: 'to settle' }]);
    const accepting = (note: string) => ({
      says: { kind: 'accept', exception: asked.key, workday: asked.workday } as const,
      settles: asked.key,
      note,
    });
    // What it would change can be looked at before anybody knows why.
    expect((await previewCorrect(company, company.who, of, accepting(''))).toSettle).toBe(0);
    const before = await openCard(company, company.who, of);
    for (const note of ['', '  '])
      await expect(correct(company, null, company.who, of, accepting(note))).rejects.toMatchObject({
        status: 422,
        more: { field: 'note' },
      });
    expect(await openCard(company, company.who, of)).toEqual(before);
    const { correctionId } = await correct(company, null, company.who, of, accepting('Rang in sick'));
    expect(await left()).toEqual([]);
    await undo(company, null, company.who, of, correctionId);
    expect(await left()).toEqual([{ personId: whose, reason: 'to settle' }]);
  });

  it('is left by whoever accepts many without a reason, and taken with one', async () => {
    const { exceptions, people } = await listExceptions(company, company.who, company.periodId);
    const items = exceptions
      .filter(({ severity }) => severity === 'asks why')
      .map(({ person, key: exception }) => ({
        personId: people[person]!.personId,
        exception,
        way: { kind: 'accept' } as const,
      }));
    expect(items.length).toBeGreaterThan(0);
    const ask = (note: string) => ({ what: 'Accepted', items, note });
    const { left } = await previewBulk(company, company.who, company.periodId, ask(''));
    expect(left).toEqual([]);
    await expect(settleBulk(company, null, company.who, company.periodId, ask(''))).rejects.toThrow(
      'The rulebook asks why',
    );
    const done = await settleBulk(company, null, company.who, company.periodId, ask('Rang in sick'));
    expect(done.corrections).toBe(items.length);
    await undoBulk(company, null, company.who, company.periodId, done.bulkId);
  });
});
