import { cardRows, differenceRows } from '@heath/contract';
import { isPremium, type Rulebook, workdayFromIso } from '@heath/core';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Problem } from '../../base/problem.ts';
import { rulebookEdition } from '../../database/schema/index.ts';
import { importFile } from '../../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { approveAll, settleAll } from '../../testing/settle.ts';
import { listCards, openCard } from '../cards/service.ts';
import { differences, sentAndNow } from '../differences/service.ts';
import { handOff } from '../handoff/sealing.ts';
import { lockDays } from '../periods/service.ts';
import { addEdition, rulebooks } from './service.ts';

const day = workdayFromIso;
const HOUR = 90_000;
let company: Company;
beforeAll(async () => {
  company = await freshCompany('rulebooks');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
});
afterAll(() => company.close());

const all = async () => (await rulebooks(company)).rulebooks;
const ashore = async () => (await all()).find(({ groups }) => groups.includes('Ashore'))!;
/** The rules of its first edition, with daily overtime beyond some hours, and without proof days, which would contradict that. */
async function withDaily(id: number, above: string): Promise<Record<string, unknown>> {
  const rows = await company.database
    .select({ rules: rulebookEdition.rules })
    .from(rulebookEdition)
    .where(eq(rulebookEdition.rulebookId, id));
  const { overtime, proofDays: _, ...rest } = rows[0]!.rules as Rulebook;
  const daily = { name: 'Daily', basis: 'workday', tiers: [{ above, multiplier: 1.5 }] };
  return { ...rest, overtime: [daily, ...overtime] };
}
const add = (id: number, firstDay: string, rules: Record<string, unknown>) =>
  addEdition(company, company.who, null, id, { firstDay: day(firstDay), rules });
const refused = (asked: Promise<unknown>) =>
  asked.then(
    () => null,
    (error: unknown) => {
      if (!(error instanceof Problem)) throw error;
      return { status: error.status, field: error.more.field, says: error.message };
    },
  );
const cardOf = async (number: string) => {
  const rows = cardRows(await listCards(company, company.who, company.periodId));
  const row = rows.find((one) => one.number === number)!;
  const card = await openCard(company, company.who, {
    periodId: company.periodId,
    personId: row.personId,
  });
  const hours = (on: string) =>
    Object.fromEntries(
      card.lines
        .filter(({ workday, classId }) => workday === day(on) && !isPremium(classId))
        .map(({ classId, hours: of }) => [classId, of / HOUR]),
    );
  return { row, card, hours };
};

describe('an edition', () => {
  it('is listed with its rulebook, and who goes by that', async () => {
    const { groups, editions } = await ashore();
    expect(groups).toContain('Ashore');
    expect(editions).toEqual([{ edition: 1, firstDay: day('2026-07-27') }]);
  });

  it('changes the cards that are open from its first day on, and none of another rulebook', async () => {
    const { id } = await ashore();
    const [before, other] = [await cardOf('MF-0155'), await cardOf('MF-0101')];
    expect(before.hours('2026-10-27')).toEqual({ ordinary: 8 });
    await add(id, '2026-10-26', await withDaily(id, 'PT6H'));
    await company.work();
    const after = await cardOf('MF-0155');
    expect(after.hours('2026-10-27')).toEqual({ ordinary: 6, 'overtime-1.5': 2 });
    expect(after.hours('2026-10-20')).toEqual(before.hours('2026-10-20'));
    expect(after.row.payableHours).toBe(before.row.payableHours);
    expect((await cardOf('MF-0101')).card.lines).toEqual(other.card.lines);
    expect((await ashore()).editions.map(({ edition }) => edition)).toEqual([1, 2]);
  });

  it('of the same day takes the place of the one before', async () => {
    const { id } = await ashore();
    await add(id, '2026-10-26', await withDaily(id, 'PT7H'));
    await company.work();
    expect((await cardOf('MF-0155')).hours('2026-10-27')).toEqual({ ordinary: 7, 'overtime-1.5': 1 });
  });

  it('that touches what was handed off is a difference, named as its reason, also where only the rate moved', async () => {
    const { id } = await ashore();
    await settleAll(company);
    await company.work();
    await approveAll(company);
    await handOff(company, company.who, null, company.periodId, {
      overrides: [{ check: 'known people', reason: 'Next week' }],
    });
    await company.work();
    expect(differenceRows(await differences(company, company.who))).toEqual([]);
    await add(id, '2026-10-30', await withDaily(id, 'PT5H'));
    await company.work();
    const { row, hours } = await cardOf('MF-0155');
    expect(hours('2026-10-30')).toEqual({ ordinary: 5, 'overtime-1.5': 3.25 });
    const found = differenceRows(await differences(company, company.who));
    const mine = found.find(({ personId }) => personId === row.personId)!;
    expect(mine.payableHours).toBe(0);
    const { sent, differs, reasons } = await sentAndNow(company, company.who, company.periodId, row.personId);
    expect(reasons.map(({ says, by }) => [says, by])).toEqual([
      [expect.stringMatching(/^.+ has an edition 4 from 30 Oct 2026 on$/), 'Odile Ravn'],
    ]);
    expect(differs.map(({ workday, classId, hours: of }) => [workday, classId, of / HOUR])).toEqual([
      [day('2026-10-30'), 'ordinary', -2],
      [day('2026-10-30'), 'overtime-1.5', 2],
    ]);
    // Whoever goes by another rulebook is not among them.
    expect(new Set(found.map(({ group }) => group))).toEqual(new Set(['Ashore']));
    const paid = [...sent, ...differs].filter(({ workday }) => workday === day('2026-10-30'));
    expect(paid.reduce((sum, line) => sum + line.hours, 0)).toBe(8.25 * HOUR);
  });
});

describe('no edition is added', () => {
  it('to a rulebook that is not there, nor one whose rules or proof days are wrong: it says what and where', async () => {
    const { id, editions } = await ashore();
    const rules = await withDaily(id, 'PT7H');
    expect(await refused(add(999, '2026-11-02', rules))).toMatchObject({ status: 404 });
    expect(await refused(add(id, '2026-11-02', { ...rules, overtme: [] }))).toEqual({
      status: 422,
      field: 'rules.overtme',
      says: expect.stringContaining('check its spelling'),
    });
    expect(await refused(add(id, '2026-11-02', await withDaily(id, 'seven')))).toMatchObject({
      field: 'rules.overtime.0.tiers.0.above',
    });
    const proof = {
      name: 'Eight hours',
      punches: ['2026-03-02 08:00 in', '2026-03-02 16:00 out'],
      gives: { ordinary: '9' },
    };
    expect(await refused(add(id, '2026-11-02', { ...rules, proofDays: [proof] }))).toEqual({
      status: 422,
      field: 'rules.proofDays.0',
      says: expect.stringMatching(
        /^The proof day “Eight hours” must give ordinary 9\.00, and these rules give .*ordinary \d/,
      ),
    });
    expect((await ashore()).editions).toEqual(editions);
  });

  it('from a day on that is locked', async () => {
    const { id } = await ashore();
    await lockDays(company, company.who, null, { until: day('2026-11-01'), reason: 'The month is closed' });
    const rules = await withDaily(id, 'PT7H');
    expect(await refused(add(id, '2026-11-01', rules))).toMatchObject({ status: 409, field: 'firstDay' });
    expect(await refused(add(id, '2026-11-02', rules))).toBe(null);
  });

  it('twice under one number by two people at once', async () => {
    const { id, editions } = await ashore();
    const rules = await withDaily(id, 'PT7H');
    await Promise.all([add(id, '2026-11-03', rules), add(id, '2026-11-04', rules)]);
    expect((await ashore()).editions.map(({ edition }) => edition)).toEqual(
      Array.from({ length: editions.length + 2 }, (_, i) => i + 1),
    );
  });
});
