import { DEFAULT_WRITING, writerOf } from '@heath/core';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { realSeconds } from '../../base/clock.ts';
import { cardsInOrder, computedCards } from '../../cards/computed-cards.ts';
import { card, printedChunk, printedFile } from '../../database/schema/index.ts';
import { importFile } from '../../demo/acting.ts';
import { periodAt } from '../../http/period-at.ts';
import { placesByNumber } from '../../pay/lines.ts';
import { sweep } from '../../tasks/housekeeping.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { storedCards } from '../../testing/stored-cards.ts';
import { printCards } from './service.ts';
import { type SheetsOf, sheetOf } from './sheet.ts';
import { chunksOf, printedFileOf } from './store.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('printed_cards');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
});
afterAll(() => company.close());

const print = (
  body: Parameters<typeof printCards>[3],
  who = company.who,
  report = (_: number, __: number) => {},
) => printCards(company, who, company.periodId, body, report);
const bytesOf = async (id: number): Promise<Buffer> => {
  const parts: Buffer[] = [];
  for await (const part of chunksOf(company.database, id)) parts.push(part);
  return Buffer.concat(parts);
};
const pagesIn = (pdf: Buffer): number => pdf.toString('latin1').match(/\/Type \/Page\b(?!s)/g)?.length ?? 0;

describe('cards printed for signing', () => {
  it('are one page each in one PDF, told as they are made', async () => {
    const told: number[] = [];
    const made = await print({}, company.who, (done, of) => told.push(done / of));
    const all = await storedCards(company.database, eq(card.periodId, company.periodId));
    expect(made.cards).toBe(all.length);
    const pdf = await bytesOf(made.file);
    expect(pdf.length).toBe(made.bytes);
    expect([pdf.subarray(0, 5).toString(), pagesIn(pdf)]).toEqual(['%PDF-', all.length]);
    expect(told.at(-1)).toBe(1);
  });

  it('are those of a group, of chosen people, and within reach alone', async () => {
    const rows = await cardsInOrder(company.database, company.periodId);
    const [first] = rows;
    const own = rows.filter(({ groupId }) => groupId === first!.groupId);
    expect((await print({ groupId: first!.groupId })).cards).toBe(own.length);
    const two = rows.slice(0, 2).map(({ personId }) => personId);
    expect((await print({ people: [...two, 999_999] })).cards).toBe(2);
    const reach = { ...company.who.reach, all: false, departments: [first!.departmentId] };
    const near = rows.filter(({ departmentId }) => departmentId === first!.departmentId);
    expect((await print({}, { ...company.who, reach })).cards).toBe(near.length);
    const far = rows.find(({ departmentId }) => departmentId !== first!.departmentId)!;
    await expect(print({ people: [far.personId] }, { ...company.who, reach })).rejects.toMatchObject({
      status: 404,
    });
  });

  it('are there for whoever had them printed, for a day', async () => {
    const { file } = await print({
      people: [(await cardsInOrder(company.database, company.periodId))[0]!.personId],
    });
    const { userId } = company.who;
    expect(await printedFileOf(company.database, userId!, file)).toBeDefined();
    expect(await printedFileOf(company.database, userId! + 1, file)).toBeUndefined();
    await sweep(company.database, realSeconds() + 80_000);
    expect(await printedFileOf(company.database, userId!, file)).toBeDefined();
    await sweep(company.database, realSeconds() + 90_000);
    expect(await company.database.select().from(printedFile)).toEqual([]);
    expect(await company.database.select({ id: printedChunk.fileId }).from(printedChunk)).toEqual([]);
  });
});

describe('a printed card', () => {
  const sheets = async (writing = {}) => {
    const of: SheetsOf = {
      writer: writerOf({ ...DEFAULT_WRITING, ...writing }),
      places: await placesByNumber(company.database),
      names: new Map(),
      cards: 64,
    };
    const people = (await cardsInOrder(company.database, company.periodId)).map(({ personId }) => personId);
    const { database, clock } = company;
    const period = await periodAt(database, company.periodId);
    const made = [];
    for await (const cards of computedCards({ database, now: clock.now(), period, people, atOnce: 30 }))
      for (const one of cards) made.push({ personId: one.subject.personId, sheet: sheetOf(one, 1, of) });
    return made;
  };
  const paid = (cells: readonly string[]) => Number((cells.at(-1) ?? '').replaceAll(',', '')) || 0;

  it('adds up by days and by weeks to what the card pays', async () => {
    const stored = new Map(
      (await storedCards(company.database, eq(card.periodId, company.periodId))).map((one) => [
        one.personId,
        one,
      ]),
    );
    const all = await sheets();
    expect(all.length).toBeGreaterThan(60);
    for (const { personId, sheet } of all) {
      const payable = stored.get(personId)!.payableHours / 90_000;
      const sumOf = (isSum: boolean) =>
        sheet.rows.filter((row) => row.isSum === isSum).reduce((sum, { cells }) => sum + paid(cells), 0);
      expect(sumOf(false)).toBeCloseTo(payable, 1);
      expect(sumOf(true)).toBeCloseTo(payable, 1);
      expect(sheet.sums[0]).toEqual({ figure: expect.stringMatching(/^[\d,]+\.\d\d h$/), what: 'paid' });
    }
  });

  it('is written as its reader reads hours and times', async () => {
    const [{ sheet }] = (await sheets({ hours: 'hours and minutes', clock: '12 hours' })) as [
      Awaited<ReturnType<typeof sheets>>[number],
    ];
    expect(sheet.headings.at(-1)).toBe('Paid');
    expect(sheet.sums[0]!.figure).toMatch(/^\d+ h/);
    expect(sheet.rows.find(({ times }) => times !== '')!.times).toMatch(/^\d+:\d\d [ap]m–/);
    for (const { label } of sheet.axis.hours) expect(label).toMatch(/^\d+[ap]$/);
    expect(sheet.axis.hours.length).toBeGreaterThan(2);
    const drawn = sheet.rows.flatMap(({ clocked, bands, plans }) => [...clocked, ...bands, ...plans]);
    expect(drawn.every(({ from, to }) => from >= sheet.axis.from && to <= sheet.axis.to)).toBe(true);
  });
});
