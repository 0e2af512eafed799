import { cardRows, differenceRows } from '@heath/contract';
import { isPremium, type Workday, workdayFromIso } from '@heath/core';
import { eq, inArray, sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { batch, batchLine, difference } from '../../database/schema/index.ts';
import { importFile } from '../../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { approveAll, settleAll } from '../../testing/settle.ts';
import { listCards, openCard } from '../cards/service.ts';
import { correct, undo } from '../corrections/service.ts';
import { handOff } from '../handoff/sealing.ts';
import { batchDetail, handoffOf } from '../handoff/service.ts';
import { takeBack } from '../handoff/taking-back.ts';
import { decide, differences, sentAndNow } from './service.ts';

let company: Company;
let ofOne: { periodId: number; personId: number };
beforeAll(async () => {
  company = await freshCompany('differences');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
  await settleAll(company);
  await approveAll(company);
  await handOff(company, company.who, null, company.periodId, {
    overrides: [{ check: 'known people', reason: 'Next week' }],
  });
  await company.work();
  const rows = cardRows(await listCards(company, company.who, company.periodId));
  ofOne = { periodId: company.periodId, personId: rows.find(({ number }) => number === 'MF-0101')!.personId };
});
afterAll(() => company.close());

const HOUR = 90_000;
/** An hour of leave that no punch gives. */
const AN_HOUR = {
  kind: 'flat-hours',
  workday: workdayFromIso('2026-10-25'),
  as: 'leave',
  code: 'Annual leave',
  length: 'PT1H',
  job: null,
  department: null,
} as const;
const all = async () => differenceRows(await differences(company, company.who));
/** What differs of the one card, with what is told of it when it is opened. */
const mine = async () => {
  const found = (await all()).find(({ personId }) => personId === ofOne.personId);
  if (found === undefined) return undefined;
  const { differs, reasons, decided } = await sentAndNow(
    company,
    company.who,
    ofOne.periodId,
    ofOne.personId,
  );
  return { ...found, lines: differs, reasons, decided };
};
/** Leave on a day: hours that no punch gives. */
const leaveOn = async (day: string, length: string) => {
  const { correctionId } = await correct(company, null, company.who, ofOne, {
    says: {
      kind: 'flat-hours',
      workday: workdayFromIso(day),
      as: 'leave',
      code: 'Annual leave',
      length,
      job: null,
      department: null,
    },
    note: 'It was booked late',
  });
  await company.work();
  return correctionId;
};
const takeBackCorrection = async (id: number) => {
  await undo(company, null, company.who, ofOne, id);
  await company.work();
};
const decideOn = async (what: 'carry' | 'waive' | 'approve' | 'withdraw', reason = '') => {
  const { version } = (await mine())!;
  return decide(company, company.who, null, { what, differences: [{ ...ofOne, version }], reason });
};
const alone = () =>
  handOff(company, company.who, null, company.periodId, { differencesAlone: true, overrides: [] });

/** What was sent of the card and what differs add up to the card as it is computed now, code by code and day by day. */
async function addsUp(): Promise<void> {
  const { sent, differs } = await sentAndNow(company, company.who, ofOne.periodId, ofOne.personId);
  const card = await openCard(company, company.who, ofOne);
  const sums = new Map<string, number>();
  const add = (day: Workday, classId: string, hours: number) => {
    const key = `${day} ${classId}`;
    sums.set(key, (sums.get(key) ?? 0) + hours);
  };
  for (const { workday, classId, hours } of [...sent, ...differs]) add(workday, classId, hours);
  for (const { workday, classId, hours } of card.lines) add(workday, classId, -hours);
  expect([...sums].filter(([, hours]) => hours !== 0)).toEqual([]);
  expect(sent.length).toBeGreaterThan(0);
}

describe('after a handoff', () => {
  it('nothing differs as long as nothing changed', async () => {
    expect(await all()).toEqual([]);
    await addsUp();
  });

  it('a correction of a sealed card leaves what was sent as it was, and is a difference with its reason', async () => {
    const before = await company.database
      .select()
      .from(batchLine)
      .where(eq(batchLine.personId, ofOne.personId));
    // One of the period after is not why.
    await company.database.execute(
      sql`INSERT INTO correction (person_id, kind, says, workday, period_id, note, payable_before, payable_after, made_by, made_at)
          VALUES (${ofOne.personId}, 'accept', '{"exception":"x","workday":20777}', '2026-11-20', ${company.periodId},
                  'Of the period after', 0, 0, 1, ${company.clock.now() + 60})`,
    );
    await leaveOn('2026-10-25', 'PT2H');
    expect(
      await company.database.select().from(batchLine).where(eq(batchLine.personId, ofOne.personId)),
    ).toEqual(before);
    const found = (await mine())!;
    expect(found).toMatchObject({ state: 'open', payableHours: 2 * HOUR, group: 'Afloat' });
    expect(found.lines).toMatchObject([{ code: '510', hours: 2 * HOUR, classId: 'leave:Annual leave' }]);
    expect(found.reasons[0]).toMatchObject({ by: 'Odile Ravn' });
    expect(found.reasons.map(({ says }) => says)).toEqual([expect.stringContaining('“It was booked late”')]);
    expect(await all()).toHaveLength(1);
    await addsUp();
  });

  it('corrections of one day net out', async () => {
    const more = await leaveOn('2026-10-25', 'PT1H');
    expect((await mine())!.payableHours).toBe(3 * HOUR);
    await takeBackCorrection(more);
    expect((await mine())!.payableHours).toBe(2 * HOUR);
    await addsUp();
  });

  it('is decided on, approved, and goes out in a batch of its own, named for its day', async () => {
    expect(await decideOn('approve')).toMatchObject({
      decided: 0,
      left: [{ reason: expect.stringContaining('carry it over first') }],
    });
    await expect(alone()).rejects.toThrow('No difference is approved');
    expect(await decideOn('carry', 'A late booking')).toMatchObject({ decided: 1 });
    expect(await mine()).toMatchObject({
      state: 'carried',
      decided: { by: 'Odile Ravn', reason: 'A late booking' },
    });
    await expect(alone()).rejects.toThrow('No difference is approved');
    await decideOn('approve');
    const { batchId } = await alone();
    const { batch, codes } = await batchDetail(company, batchId);
    expect(batch).toMatchObject({
      kind: 'difference',
      number: 2,
      lines: 1,
      people: 1,
      payableHours: 2 * HOUR,
    });
    expect(codes).toMatchObject([{ code: '510', hours: 2 * HOUR }]);
    const lines = await company.database.select().from(batchLine).where(eq(batchLine.batchId, batchId));
    expect(lines).toMatchObject([
      { workday: workdayFromIso('2026-10-25'), correctsId: ofOne.periodId, hours: 2 * HOUR },
    ]);
    expect(await all()).toEqual([]);
    await addsUp();
  });

  it('a difference of a difference works: what was carried too much comes back', async () => {
    const { corrections } = await openCard(company, company.who, ofOne);
    const late = corrections.findLast(({ kind, undone }) => kind === 'flat-hours' && !undone)!;
    await takeBackCorrection(late.id);
    expect(await mine()).toMatchObject({ payableHours: -2 * HOUR, state: 'open' });
    await addsUp();
    await decideOn('carry');
    await decideOn('approve');
    const { batchId } = await alone();
    expect((await batchDetail(company, batchId)).batch.payableHours).toBe(-2 * HOUR);
    expect(await all()).toEqual([]);
    await addsUp();
  });

  it('what was decided holds for what was looked at: a later change is decided on anew', async () => {
    const first = await leaveOn('2026-10-25', 'PT2H');
    const { version } = (await mine())!;
    await decideOn('carry');
    await decideOn('approve');
    const second = await leaveOn('2026-10-26', 'PT1H');
    expect(await mine()).toMatchObject({ state: 'open', payableHours: 3 * HOUR });
    expect(
      await decide(company, company.who, null, {
        what: 'carry',
        differences: [{ ...ofOne, version }],
        reason: '',
      }),
    ).toMatchObject({ decided: 0, left: [{ reason: expect.stringContaining('changed meanwhile') }] });
    await expect(alone()).rejects.toThrow('No difference is approved');
    await takeBackCorrection(second);
    await takeBackCorrection(first);
    expect(await all()).toEqual([]);
  });

  it('is waived with a reason: never paid, never asked again, and still in the sum', async () => {
    await leaveOn('2026-10-25', 'PT2H');
    await expect(decideOn('waive')).rejects.toThrow('Give a reason');
    expect(await decideOn('waive', 'Too small to matter')).toMatchObject({ decided: 1 });
    expect(await all()).toEqual([]);
    const { sent } = await sentAndNow(company, company.who, ofOne.periodId, ofOne.personId);
    expect(sent.filter(({ batch }) => batch === null)).toMatchObject([{ hours: 2 * HOUR }]);
    await addsUp();
  });

  it('a late punch that moves the weekly overtime shows the hours that moved from one rate to another', async () => {
    const lines = [
      'Person no,Punched at,Type,Job,Site',
      'MF-0101,2026-10-24T10:00:00+01:00,in,,',
      'MF-0101,2026-10-24T15:00:00+01:00,out,,',
    ];
    await importFile(company, 'late.csv', bytes(lines.join('\n')));
    await company.work();
    const found = (await mine())!;
    expect(found.payableHours).toBe(5 * HOUR);
    expect(found.reasons.map(({ says }) => says)).toContain('Punches came with late.csv');
    // The Sunday after it was ordinary by the day before, and is beyond forty hours now.
    const worked = found.lines.filter(({ classId }) => !isPremium(classId));
    expect(worked.reduce((sum, { hours }) => sum + hours, 0)).toBe(5 * HOUR);
    await addsUp();
  });

  it('many are decided on at once, each once; what is none, or changed meanwhile, is left with its reason', async () => {
    const rows = cardRows(await listCards(company, company.who, company.periodId));
    const others = rows.filter(({ number }) => ['MF-0103', 'MF-0104'].includes(number));
    for (const { personId } of others)
      await correct(
        company,
        null,
        company.who,
        { periodId: company.periodId, personId },
        {
          says: AN_HOUR,
          note: 'Found later',
        },
      );
    await company.work();
    const found = (await all()).filter(({ personId }) => others.some((one) => one.personId === personId));
    expect(found).toHaveLength(2);
    const [one, other] = found.map(({ periodId, personId, version }) => ({ periodId, personId, version }));
    const nobody = rows.find(({ number }) => number === 'MF-0105')!.personId;
    const decided = async (what: 'carry' | 'withdraw', more: object[] = []) => {
      const asked = [one, other, ...more] as { periodId: number; personId: number; version: number }[];
      const { decided: count, left } = await decide(company, company.who, null, {
        what,
        differences: asked,
        reason: '',
      });
      return [count, left.map(({ reason }) => reason)];
    };
    const stale = { ...one!, version: one!.version - 1 };
    expect(
      await decided('carry', [one!, stale, { ...one!, personId: nobody }, { ...one!, periodId: 9999 }]),
    ).toEqual([2, Array(4).fill('There is no difference.')]);
    const states = async () =>
      (await all())
        .filter(({ personId }) => found.some((of) => of.personId === personId))
        .map(({ state }) => state);
    expect(await states()).toEqual(['carried', 'carried']);
    expect(await decided('carry')).toEqual([2, []]);
    expect(await decided('withdraw')).toEqual([2, []]);
    expect(await states()).toEqual(['open', 'open']);
    expect((await decided('withdraw'))[1]).toEqual(Array(2).fill('Nothing was decided of it.'));
    for (const { periodId, personId } of found) {
      const { corrections } = await openCard(company, company.who, { periodId, personId });
      await undo(company, null, company.who, { periodId, personId }, corrections.at(-1)!.id);
    }
    await company.work();
  });

  it('many are waived in one batch for each pay group, with the lines of all of them', async () => {
    const rows = cardRows(await listCards(company, company.who, company.periodId));
    const groups = [...new Set(rows.map(({ groupId }) => groupId))].slice(0, 2);
    expect(groups).toHaveLength(2);
    const some = groups.flatMap((groupId) =>
      rows.filter((row) => row.groupId === groupId && row.personId !== ofOne.personId).slice(3, 6),
    );
    const made: [{ periodId: number; personId: number }, number][] = [];
    for (const { personId } of some) {
      const key = { periodId: company.periodId, personId };
      made.push([
        key,
        (await correct(company, null, company.who, key, { says: AN_HOUR, note: '' })).correctionId,
      ]);
    }
    await company.work();
    const waived = () => company.database.select().from(batch).where(eq(batch.kind, 'waived'));
    const waiveAll = async () => {
      const theirs = (await all()).filter(({ personId }) => some.some((one) => one.personId === personId));
      const asked = theirs.map(({ periodId, personId, version }) => ({ periodId, personId, version }));
      const how = { what: 'waive', differences: asked, reason: 'Settled in cash' } as const;
      expect(await decide(company, company.who, null, how)).toEqual({ decided: 6, left: [] });
    };
    const before = await waived();
    await waiveAll();
    const after = (await waived()).slice(before.length);
    expect(after.map(({ people, lines, payableHours }) => [people, lines, payableHours])).toEqual([
      [3, 3, 3 * HOUR],
      [3, 3, 3 * HOUR],
    ]);
    const lines = await company.database
      .select({ batchId: batchLine.batchId, seq: batchLine.seq, personId: batchLine.personId })
      .from(batchLine)
      .where(
        inArray(
          batchLine.batchId,
          after.map(({ id }) => id),
        ),
      );
    expect(lines.map(({ seq }) => seq)).toEqual([1, 2, 3, 1, 2, 3]);
    expect(new Set(lines.map(({ personId }) => personId))).toEqual(
      new Set(some.map(({ personId }) => personId)),
    );
    const groupOf = new Map(rows.map(({ personId, groupId }) => [Number(personId), groupId]));
    for (const { id } of after)
      expect(
        new Set(lines.filter((one) => one.batchId === id).map(({ personId }) => groupOf.get(personId))).size,
      ).toBe(1);
    // Back as it was: what is taken off now is waived as well.
    for (const [key, id] of made) await undo(company, null, company.who, key, id);
    await company.work();
    await waiveAll();
    expect((await all()).filter(({ personId }) => some.some((one) => one.personId === personId))).toEqual([]);
  });

  it('is not for whoever supervises others, nor for oneself', async () => {
    const maeve = await company.as('maeve');
    expect(differenceRows(await differences(company, maeve))).toEqual([]);
    const { version } = (await mine())!;
    const asked = { differences: [{ ...ofOne, version }], reason: 'No' };
    await expect(decide(company, maeve, null, { what: 'carry', ...asked })).rejects.toThrow(
      'A payroll specialist decides',
    );
    expect(await decide(company, maeve, null, { what: 'approve', ...asked })).toMatchObject({ decided: 0 });
  });

  it('a batch that is taken back gives its differences back', async () => {
    await decideOn('carry');
    await decideOn('approve');
    const { batchId } = await alone();
    expect(await all()).toEqual([]);
    await takeBack(company, company.who, null, batchId, 'reopened', 'Too early');
    await company.work();
    expect(await mine()).toMatchObject({ payableHours: 5 * HOUR });
    await addsUp();
    const [kept] = await company.database
      .select()
      .from(difference)
      .where(eq(difference.personId, ofOne.personId));
    expect(kept!.lineCount).toBeGreaterThan(0);
    expect((await handoffOf(company, company.who, company.periodId)).batches[0]).toMatchObject({
      kind: 'difference',
      state: 'reopened',
    });
  });
});
