import { CorrectRequest, cardRows, day, withChange, written } from '@heath/contract';
import { compute, instant, instantFromIso, isPremium, workday } from '@heath/core';
import { and, eq, sql } from 'drizzle-orm';
import * as v from 'valibot';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Problem } from '../../base/problem.ts';
import { isListed } from '../../cards/listed-exceptions.ts';
import { readCard } from '../../cards/read-card.ts';
import { cardResults } from '../../cards/results.ts';
import { sendAlone } from '../../database/round-trip.ts';
import { card, correction, punch } from '../../database/schema/index.ts';
import { importFile } from '../../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { storedCards } from '../../testing/stored-cards.ts';
import { listCards, openCard, periodStrip } from '../cards/service.ts';
import { correct, previewCorrect, previewSettle, settle, undo } from './service.ts';

let company: Company;
let personId: number;
let exception: string;
let planned: number;

const open = () => openCard(company, company.who, KEY());
const stored = async () => {
  const mine = and(eq(card.periodId, company.periodId), eq(card.personId, personId));
  const [row] = await storedCards(company.database, mine);
  return row!;
};

beforeAll(async () => {
  company = await freshCompany('settle');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
  const rows = cardRows(await listCards(company, company.who, company.periodId));
  personId = rows.find((row) => row.toSettle > 0)!.personId;
  const opened = (await open()).exceptions[0]!;
  exception = opened.key;
  planned = opened.proposals[0]!.at;
});
afterAll(() => company.close());

const marek = () => company.as('marek');
const KEY = () => ({ periodId: company.periodId, personId });
const request = (at = planned, note = '') => ({ exception, at, note });

describe('settling a missing punch', () => {
  it('tells the effect first and changes nothing by telling', async () => {
    const before = await stored();
    const preview = await previewSettle(company, company.who, KEY(), request());
    expect(preview.toSettle).toBe(0);
    expect(preview.after.ordinary!.hours).toBeGreaterThan(preview.before.ordinary!.hours);
    expect(await stored()).toEqual(before);
    expect(await company.database.select().from(correction)).toEqual([]);
  });

  it('keeps who, when, why, before and after; the raw punches stay; undo brings back every number', async () => {
    const before = await stored();
    const raw = await company.database.select().from(punch);
    const { correctionId: id } = await settle(
      company,
      null,
      company.who,
      KEY(),
      request(planned, 'watch log'),
    );
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
    await undo(company, null, company.who, KEY(), id);
    expect(await company.database.select().from(punch)).toEqual(raw);
    const { inputVersion: _i, computedVersion: _c, ...after } = await stored();
    expect(before).toMatchObject(after);
    await expect(undo(company, null, company.who, KEY(), id)).rejects.toThrow('undone this already');
  });

  it('stores what a computation from scratch gives', async () => {
    const { correctionId: id } = await settle(company, null, company.who, KEY(), request());
    const send = (...all: Parameters<typeof sendAlone> extends [unknown, ...infer S] ? S : never) =>
      sendAlone(company.database, ...all);
    const { input } = (await readCard(company.database, KEY(), company.clock.now(), send, false))!;
    const { exceptions, ...results } = cardResults(input, compute(input));
    const listed = exceptions
      .filter(isListed)
      .map(({ punch, ...one }) => ({ ...one, zone: punch?.zone ?? null, personId }));
    expect(await stored()).toMatchObject(results);
    expect((await stored()).exceptions).toEqual(listed);
    await undo(company, null, company.who, KEY(), id);
  });

  it('tells what it changes of the strips, so that none has to be added up again', async () => {
    const { groupId } = (await open()).row;
    const strips = () =>
      Promise.all(
        [undefined, groupId].map((group) => periodStrip(company, company.who, company.periodId, { group })),
      );
    const before = await strips();
    const { correctionId: id, change } = await settle(company, null, company.who, KEY(), request());
    expect(change).toMatchObject({ toSettle: -1, days: [{ toSettle: -1 }] });
    const between = await strips();
    expect(before.map((strip) => withChange(strip, change!))).toEqual(between);
    expect(between).not.toEqual(before);
    const { change: back } = await undo(company, null, company.who, KEY(), id);
    expect(between.map((strip) => withChange(strip, back!))).toEqual(before);
  });

  it('of two people at once the second is told who was first and with what, and only one correction is kept', async () => {
    const others = (await company.database.select().from(correction)).length;
    const results = await Promise.allSettled([
      settle(company, null, company.who, KEY(), request(planned)),
      settle(company, null, await marek(), KEY(), request(planned + 300)),
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
    await undo(company, null, company.who, KEY(), won.value.correctionId);
  });

  it('refuses a time on the wrong side of the punch, or too far from it', async () => {
    const opened = (await open()).exceptions[0]!;
    const sign = opened.kind === 'missing-out' ? 1 : -1;
    const wrong = request(opened.punch!.at - sign * 60);
    await expect(settle(company, null, company.who, KEY(), wrong)).rejects.toThrow('must be');
    const far = request(opened.punch!.at + sign * 15 * 3600);
    await expect(settle(company, null, company.who, KEY(), far)).rejects.toThrow('too far');
    expect((await open()).exceptions).toHaveLength(1);
  });
});

/** Days as they travel. */
const saysSchema = v.looseObject({ workday: v.optional(day) });

describe('a correction of any kind', () => {
  const asked = (says: object, more: { settles?: string; note?: string } = {}) =>
    v.parse(CorrectRequest, { says: written(saysSchema, says as never), note: '', ...more });
  /** Somebody with nothing to settle, and a day on which they worked. */
  const worked = async () => {
    const rows = cardRows(await listCards(company, company.who, company.periodId));
    const { personId: someone } = rows.find((row) => row.toSettle === 0 && (row.payableHours ?? 0) > 0)!;
    const key = { periodId: company.periodId, personId: someone };
    const opened = await openCard(company, company.who, key);
    const shift = opened.shifts.find(({ spells }) => spells.length > 0)!;
    return { key, shift, day: shift.workday };
  };
  it('states no time that has not come yet, but leave may lie ahead', async () => {
    const { key, shift, day } = await worked();
    const spell = shift.spells[0]!;
    // As on the day itself, an hour after they came.
    const early = { ...company, clock: { now: () => instant(spell.in.at + 3600) } };
    const { zone } = spell.in;
    const add = (hours: number) => ({
      kind: 'add',
      at: spell.in.at + hours * 3600,
      punchKind: 'break-out',
      zone,
      job: null,
      department: null,
      site: null,
      note: null,
    });
    const flat = (as: string, on: number) => ({
      kind: 'flat-hours',
      workday: on,
      as,
      code: as === 'leave' ? 'Annual leave' : 'Storm pay',
      length: 'PT1H',
      job: null,
      department: null,
    });
    const said = async (says: object) => {
      try {
        await previewCorrect(early, company.who, key, asked(says));
        return 'allowed';
      } catch (error) {
        const { status, message, more } = error as Problem;
        return `${status} ${more.field}: ${message}`;
      }
    };
    expect(await said(add(2))).toBe('422 says.at: That time has not come yet. Give one that has passed.');
    expect(await said(flat('adjustment', day + 1))).toContain('has not come yet. Give a day up to');
    expect(await said(flat('adjustment', day))).toBe('allowed');
    expect(await said(flat('leave', day + 1))).toBe('allowed');
  });

  const payableOn = async (key: ReturnType<typeof KEY>, day: number) =>
    (await openCard(company, company.who, key)).lines
      .filter((line) => line.workday === day && !isPremium(line.classId))
      .reduce((sum, line) => sum + line.seconds, 0);

  it('changes the card by what it says, is shown in words and numbers, and is taken back', async () => {
    const { key, shift, day } = await worked();
    const before = await payableOn(key, day);
    const from = shift.spells[0]!.in.at + 1800;
    const says = { kind: 'not-worked', from, to: from + 600 };
    const preview = await previewCorrect(company, company.who, key, asked(says));
    expect(preview.after).not.toEqual(preview.before);
    const { correctionId: id, card: reply } = await correct(
      company,
      null,
      company.who,
      key,
      asked(says, { note: 'on the pier' }),
    );
    expect(await payableOn(key, day)).toBe(before - 600);
    expect(reply.corrections.at(-1)).toMatchObject({
      id,
      kind: 'not-worked',
      says: { from, to: from + 600 },
      note: 'on the pier',
    });
    const reason = reply.reasons.find((one) => one.step === 'correction' && one.correction.id === id);
    const changes = reason?.step === 'correction' ? reason.changes : [];
    const payable = changes.filter(({ classId }) => !isPremium(classId));
    expect(payable.reduce((sum, { seconds }) => sum + seconds, 0)).toBe(-600);
    expect(changes.every((change) => change.workday === day)).toBe(true);
    await undo(company, null, company.who, key, id);
    expect(await payableOn(key, day)).toBe(before);
  });

  it('that added a punch is known by its number at once: whoever takes hold of that punch finds it', async () => {
    const { shifts } = await open();
    const out = shifts.flatMap(({ spells }) => spells).findLast((spell) => spell.out !== null)!.out!;
    const { zone, job, department, site } = out;
    const at = (out.at + 3 * 3600) as typeof out.at;
    const says = { kind: 'add', at, punchKind: 'in', zone, job, department, site, note: null } as const;
    const { correctionId: id, card: told } = await correct(company, null, company.who, KEY(), {
      says,
      note: '',
    });
    const added = [
      ...told.shifts.flatMap(({ spells }) => spells.flatMap((spell) => [spell.in, spell.out])),
      ...told.exceptions.map((one) => one.punch),
    ].find((one) => one?.correction !== undefined && one.id === null && one.at === at);
    expect(added?.correction).toBe(id);
    const instead = { ...says, at: (at + 600) as typeof at, instead: added!.correction! } as const;
    const second = await correct(company, null, company.who, KEY(), { says: instead, note: '' });
    for (const one of [second.correctionId, id]) await undo(company, null, company.who, KEY(), one);
  });

  it('flat hours count where nobody worked', async () => {
    const { key, day } = await worked();
    const says = { kind: 'flat-hours', workday: day, as: 'adjustment', code: 'Storm pay', length: 'PT2H' };
    const { correctionId: id, card: reply } = await correct(company, null, company.who, key, asked(says));
    expect(reply.lines).toContainEqual(
      expect.objectContaining({ workday: day, classId: 'adjustment:Storm pay', seconds: 7200 }),
    );
    await undo(company, null, company.who, key, id);
  });

  it('accepts an exception as it is, once; after it is taken back, somebody may settle it again', async () => {
    const [exceptionNow] = (await open()).exceptions;
    const says = { kind: 'accept', exception: exceptionNow!.key, workday: exceptionNow!.workday };
    const request = asked(says, { settles: exceptionNow!.key, note: 'the watch log has it' });
    const { correctionId: id, card: reply } = await correct(company, null, company.who, KEY(), request);
    expect(reply.exceptions.map(({ key }) => key)).not.toContain(exceptionNow!.key);
    await expect(correct(company, null, await marek(), KEY(), request)).rejects.toMatchObject({
      type: 'already-settled',
    });
    await undo(company, null, company.who, KEY(), id);
    const again = await correct(company, null, await marek(), KEY(), request);
    const kept = await company.database
      .select({ turn: correction.turn })
      .from(correction)
      .where(eq(correction.id, again.correctionId));
    expect(kept[0]!.turn).toBeGreaterThan(0);
    await undo(company, null, await marek(), KEY(), again.correctionId);
  });

  it('is refused where it is about nothing that there is, or changes nothing here', async () => {
    const { key, shift, day } = await worked();
    const refused = (says: object, field: string, more = {}) =>
      expect(correct(company, null, company.who, key, asked(says, more))).rejects.toMatchObject({
        status: 422,
        more: { field },
      });
    const { at } = shift.spells[0]!.in;
    await refused({ kind: 'drop', punch: 999_999_999 }, 'says.punch');
    await refused({ kind: 'set-meal', from: at, to: at - 60 }, 'says.to');
    await refused({ kind: 'set-job', from: at, to: at + 600, job: 9999 }, 'says.job');
    await refused({ kind: 'undo', undoes: 1 }, 'says.kind');
    await refused(
      { kind: 'flat-hours', workday: day + 90, as: 'leave', code: 'Sick', length: 'PT4H' },
      'says',
    );
  });

  it('cannot be an orphan, settle what is settled, or take back what is taken back, whoever writes', async () => {
    const { database, periodId } = company;
    const row = (more: object) => ({
      personId,
      kind: 'accept',
      says: { exception: 'x', workday: 20_000 },
      workday: workday(20_000),
      periodId,
      note: '',
      payableBefore: 0,
      payableAfter: 0,
      madeBy: 1,
      madeAt: company.clock.now(),
      ...more,
    });
    const code = async (more: object) => {
      try {
        await database.transaction(async (queries) => {
          await queries.insert(correction).values(row({ settles: 'twice' }));
          await queries.insert(correction).values(row(more));
          throw new Error('kept');
        });
      } catch (error) {
        return String((error as { cause?: { code?: string } }).cause?.code ?? (error as Error).message);
      }
    };
    expect(await code({ settles: 'other' })).toBe('kept');
    expect(await code({ settles: 'twice' })).toBe('ER_DUP_ENTRY');
    expect(await code({ settles: 'twice', turn: 1 })).toBe('kept');
    expect(await code({ personId: 999_999 })).toBe('ER_NO_REFERENCED_ROW_2');
    expect(await code({ madeBy: 999_999 })).toBe('ER_NO_REFERENCED_ROW_2');
    expect(await code({ kind: 'undo', says: { undoes: 999_999 } })).toBe('ER_NO_REFERENCED_ROW_2');
    const [undone] = await database.select().from(correction).where(sql`${correction.undoes} IS NOT NULL`);
    expect(await code({ kind: 'undo', says: { undoes: undone!.undoes } })).toBe('ER_DUP_ENTRY');
  });
});
