import { cardRows, type DayRow, dayRows } from '@heath/contract';
import { classSums, isOvertime, payableHours, workday, workdayFromIso } from '@heath/core';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { card } from '../../database/schema/index.ts';
import { importFile } from '../../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { approve, withdraw } from '../approvals/service.ts';
import { listCards, openCard } from '../cards/service.ts';
import { correct, undo } from '../corrections/service.ts';
import { showDay, showRibbons } from './service.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('days');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
});
afterAll(() => company.close());

const SUNDAY = workdayFromIso('2026-11-01');
const MONDAY = workdayFromIso('2026-10-26');
const rowsOn = async (day = MONDAY, who = company.who) =>
  dayRows(await showDay(company, who, company.periodId, { day }));
const rowOf = async (personId: number, day = MONDAY): Promise<DayRow> =>
  (await rowsOn(day)).find((row) => row.personId === personId)!;

describe('a day', () => {
  it('opens on yesterday, and refuses a day outside of the period', async () => {
    const { day, today } = await showDay(company, company.who, company.periodId);
    expect([day, today]).toEqual([SUNDAY, SUNDAY + 1]);
    await expect(
      showDay(company, company.who, company.periodId, { day: workday(SUNDAY + 1) }),
    ).rejects.toThrow('not in this period');
  });

  it('tells of everybody what their cards say, on each day of the period', async () => {
    const cards = cardRows(await listCards(company, company.who, company.periodId));
    const sums = new Map<number, number>();
    for (let day = workdayFromIso('2026-10-19'); day <= SUNDAY; day = workday(day + 1)) {
      const rows = await rowsOn(day);
      expect(rows.map(({ personId }) => personId)).toEqual(cards.map(({ personId }) => personId));
      for (const row of rows) sums.set(row.personId, (sums.get(row.personId) ?? 0) + row.payableHours);
    }
    for (const { personId, payableHours: hours } of cards) expect(sums.get(personId)).toBe(hours);
  });

  it('of each state there is somebody, and the account is that of the opened card', async () => {
    const rows = await rowsOn();
    const states = new Set(rows.map(({ state }) => state));
    for (const state of ['matches', 'differs', 'off', 'leave']) expect(states).toContain(state);
    for (const { personId, overtimeHours, payableHours: hours } of rows.slice(0, 20)) {
      const { lines } = await openCard(company, company.who, { periodId: company.periodId, personId });
      const ofDay = lines.filter((line) => line.workday === MONDAY);
      expect(hours).toBe(payableHours(classSums(ofDay)));
      expect(overtimeHours).toBe(payableHours(classSums(ofDay.filter(({ classId }) => isOvertime(classId)))));
    }
  });

  it('shows the ribbons of those who are asked for and within reach, as their cards have them', async () => {
    const rows = await rowsOn();
    const people = rows.slice(0, 60).map(({ personId }) => personId);
    const { ribbons } = await showRibbons(company, company.who, company.periodId, MONDAY, people);
    expect(ribbons.map(({ personId }) => personId).sort()).toEqual([...people].sort());
    for (const ribbon of ribbons.slice(0, 15)) {
      const { personId } = ribbon;
      const opened = await openCard(company, company.who, { periodId: company.periodId, personId });
      const isOfDay = (one: { workday: number }) => one.workday === MONDAY;
      expect(ribbon.segments).toEqual(opened.segments.filter(isOfDay));
      expect(ribbon.lines).toEqual(opened.lines.filter(isOfDay));
      expect(ribbon.plans).toEqual(opened.plans.filter(isOfDay));
    }
    const maeve = await company.as('maeve');
    const reached = new Set((await rowsOn(MONDAY, maeve)).map(({ personId }) => personId));
    expect(reached.size).toBeLessThan(rows.length);
    const hers = await showRibbons(company, maeve, company.periodId, MONDAY, people);
    expect(hers.ribbons.every(({ personId }) => reached.has(personId))).toBe(true);
    expect(hers.ribbons.length).toBe(people.filter((one) => reached.has(one)).length);
  });

  it('of a card that is being computed has no state yet', async () => {
    const { personId } = (await rowsOn()).find(({ state }) => state === 'matches')!;
    const isTheirs = eq(card.personId, personId);
    const [{ inputVersion }] = (await company.database.select().from(card).where(isTheirs)) as [
      typeof card.$inferSelect,
    ];
    await company.database
      .update(card)
      .set({ inputVersion: inputVersion + 1 })
      .where(isTheirs);
    expect((await rowOf(personId)).state).toBeNull();
    await company.database.update(card).set({ inputVersion }).where(isTheirs);
    expect((await rowOf(personId)).state).toBe('matches');
  });
});

describe('the approval of a day', () => {
  const stand = (people: number[], day = MONDAY) =>
    approve(company, company.who, null, company.periodId, { people, workday: day });
  const flat = (personId: number, day: typeof MONDAY) =>
    correct(
      company,
      null,
      company.who,
      { periodId: company.periodId, personId },
      {
        says: {
          kind: 'flat-hours',
          workday: day,
          as: 'adjustment',
          code: 'Storm pay',
          length: 'PT1H',
          job: null,
          department: null,
        },
        note: '',
      },
    );

  it('of all that match stands, says nothing of the card, and is taken back as one', async () => {
    const people = (await rowsOn()).filter(({ state }) => state === 'matches').map((row) => row.personId);
    expect(people.length).toBeGreaterThan(5);
    expect(await stand(people)).toEqual({ approved: people, left: [] });
    for (const { personId, approval } of await rowsOn())
      expect(approval).toBe(people.includes(personId) ? 'approved' : 'none');
    expect((await rowsOn(SUNDAY)).every(({ approval }) => approval === 'none')).toBe(true);
    const cards = cardRows(await listCards(company, company.who, company.periodId));
    expect(cards.every(({ approval }) => approval === 'none')).toBe(true);
    const back = await withdraw(company, company.who, null, company.periodId, { people, workday: MONDAY });
    expect(back.withdrawn.toSorted()).toEqual(people.toSorted());
    expect((await rowsOn()).every(({ approval }) => approval === 'none')).toBe(true);
  });

  it('falls with a change to that day and stands again with what was approved; another day leaves it', async () => {
    const { personId } = (await rowsOn()).find(({ state }) => state === 'matches')!;
    await stand([personId]);
    await flat(personId, workday(MONDAY + 2));
    expect((await rowOf(personId)).approval).toBe('approved');
    const { correctionId } = await flat(personId, MONDAY);
    expect((await rowOf(personId)).approval).toBe('changed');
    await undo(company, null, company.who, { periodId: company.periodId, personId }, correctionId);
    expect((await rowOf(personId)).approval).toBe('approved');
  });

  it('is refused while something of the day holds up, and for a day of another period', async () => {
    const open = (await rowsOn()).filter(({ toSettle }) => toSettle > 0);
    const somewhere = open.length > 0 ? MONDAY : workdayFromIso('2026-10-27');
    const rows = (await rowsOn(somewhere)).filter(({ toSettle }) => toSettle > 0);
    expect(rows.length).toBeGreaterThan(0);
    const people = rows.map(({ personId }) => personId as number);
    const { approved, left } = await stand(people, somewhere);
    expect([approved, new Set(left.map(({ reason }) => reason))]).toEqual([[], new Set(['to settle'])]);
    await expect(stand(people, workday(SUNDAY + 1))).rejects.toThrow('not in this period');
  });
});
