import { compute, instantFromIso } from '@heath/core';
import { and, eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readCard } from '../../computing/read-card.ts';
import { cardResults } from '../../computing/results.ts';
import { sendAlone } from '../../database/round-trip.ts';
import { card, correction, punch } from '../../database/schema.ts';
import { importFile } from '../../demo/load.ts';
import type { Problem } from '../../http/problem.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { listCards, openCard } from '../cards/service.ts';
import { previewSettle, settle, undo } from './service.ts';

let company: Company;
let personId: number;
let exception: string;
let planned: number;

const open = () => openCard(company, KEY());
const stored = async () => {
  const mine = and(eq(card.periodId, company.periodId), eq(card.personId, personId));
  const [row] = await company.database.select().from(card).where(mine);
  return row!;
};

beforeAll(async () => {
  company = await freshCompany('settle');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
  const { rows } = await listCards(company, company.periodId);
  personId = rows.find((row) => row.toSettle > 0)!.personId;
  const opened = (await open()).exceptions[0]!;
  exception = opened.key;
  planned = opened.proposals[0]!.at;
});
afterAll(() => company.close());

const ODILE = { id: 1, name: 'Odile Ravn' };
const MAREK = { id: 2, name: 'Marek Tamm' };
const KEY = () => ({ periodId: company.periodId, personId });
const request = (at = planned, note = '') => ({ exception, at, note });

describe('settling a missing punch', () => {
  it('tells the effect first and changes nothing by telling', async () => {
    const before = await stored();
    const preview = await previewSettle(company, KEY(), request());
    expect(preview.toSettle).toBe(0);
    expect(preview.after.ordinary!.hours).toBeGreaterThan(preview.before.ordinary!.hours);
    expect(await stored()).toEqual(before);
    expect(await company.database.select().from(correction)).toEqual([]);
  });

  it('keeps who, when, why, before and after; the raw punches stay; undo brings back every number', async () => {
    const before = await stored();
    const raw = await company.database.select().from(punch);
    const { correctionId: id } = await settle(company, null, ODILE, KEY(), request(planned, 'watch log'));
    const settled = await open();
    expect(settled.exceptions).toEqual([]);
    expect(settled.corrections).toMatchObject([
      {
        id,
        by: 'Odile Ravn',
        note: 'watch log',
        madeAt: '2026-11-02T09:00:00Z',
        payableBeforeHours: before.payableHours,
        payableAfterHours: settled.row.payableHours,
      },
    ]);
    await undo(company, null, ODILE, KEY(), id);
    expect(await company.database.select().from(punch)).toEqual(raw);
    const { inputVersion: _i, computedVersion: _c, ...after } = await stored();
    expect(before).toMatchObject(after);
    await expect(undo(company, null, ODILE, KEY(), id)).rejects.toThrow('undone this already');
  });

  it('stores what a computation from scratch gives', async () => {
    const { correctionId: id } = await settle(company, null, ODILE, KEY(), request());
    const send = (...all: Parameters<typeof sendAlone> extends [unknown, ...infer S] ? S : never) =>
      sendAlone(company.database, ...all);
    const { input } = (await readCard(company.database, KEY(), company.clock.now(), send, false))!;
    expect(await stored()).toMatchObject(cardResults(input, compute(input)));
    await undo(company, null, ODILE, KEY(), id);
  });

  it('of two people at once the second is told who was first and with what, and only one correction is kept', async () => {
    const others = (await company.database.select().from(correction)).length;
    const results = await Promise.allSettled([
      settle(company, null, ODILE, KEY(), request(planned)),
      settle(company, null, MAREK, KEY(), request(planned + 300)),
    ]);
    const lost = results.find((result) => result.status === 'rejected') as PromiseRejectedResult;
    const won = results.find((result) => result.status === 'fulfilled') as PromiseFulfilledResult<{
      correctionId: number;
    }>;
    const firstWon = results[0]!.status === 'fulfilled';
    const problem = lost.reason as Problem;
    expect(problem).toMatchObject({
      status: 409,
      type: 'already-settled',
      more: { settled: { by: firstWon ? 'Odile Ravn' : 'Marek Tamm' } },
    });
    expect(instantFromIso(problem.more.settled!.at!)).toBe(firstWon ? planned : planned + 300);
    expect(await company.database.select().from(correction)).toHaveLength(others + 1);
    await undo(company, null, ODILE, KEY(), won.value.correctionId);
  });

  it('refuses a time on the wrong side of the punch, or too far from it', async () => {
    const opened = (await open()).exceptions[0]!;
    const sign = opened.kind === 'missing-out' ? 1 : -1;
    const wrong = request(opened.punch!.at - sign * 60);
    await expect(settle(company, null, ODILE, KEY(), wrong)).rejects.toThrow('must be');
    const far = request(opened.punch!.at + sign * 15 * 3600);
    await expect(settle(company, null, ODILE, KEY(), far)).rejects.toThrow('too far');
    expect((await open()).exceptions).toHaveLength(1);
  });
});
