import { cardRows } from '@heath/contract';
import { instantFromIso, type Line, workdayFromIso, workdayToIso } from '@heath/core';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  assignment,
  badge,
  badgeOwner,
  calendar,
  calendarDay,
  card,
  department,
  job,
  payGroup,
  person,
  rulebook,
  rulebookEdition,
  site,
} from '../database/schema/index.ts';
import { importFile } from '../demo/acting.ts';
import { giveBadge, listUnowned } from '../features/badges/service.ts';
import { listCards, openCard } from '../features/cards/service.ts';
import { makeReport } from '../features/reports/service.ts';
import { bytes, type Company, freshCompany } from '../testing/company.ts';
import { touchQuery } from './stale-cards.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('over_time', 64);
});
afterAll(() => company.close());

const idOf = async (table: typeof department | typeof payGroup | typeof site | typeof job, code: string) =>
  (await company.database.select({ id: table.id }).from(table).where(eq(table.code, code)))[0]!.id;
const personIdOf = async (number: string) =>
  (await company.database.select({ id: person.id }).from(person).where(eq(person.number, number)))[0]!.id;
const cardOf = (personId: number) => openCard(company, company.who, { periodId: company.periodId, personId });
const HEADER = 'Person no,Punched at,Type,Job,Site';
const shift = (number: string, day: string, from: string, to: string) => [
  `${number},${day}T${from}:00+01:00,in,,Northquay`,
  `${number},${day}T${to}:00+01:00,out,,Northquay`,
];
async function punched(...shifts: readonly string[][]): Promise<void> {
  await importFile(company, 'some.csv', bytes([HEADER, ...shifts.flat()].join('\n')));
  await company.work();
}
/** Hours by day, class and department. */
const hoursOf = (lines: readonly Line[]) =>
  Object.fromEntries(
    lines.map(({ workday, classId, department: id, hours }) => [
      `${workdayToIso(workday)} ${classId} ${id}`,
      hours / 90_000,
    ]),
  );

describe('somebody whose department, group and rulebook change in mid-week', () => {
  it('is paid each day as what holds on it says, by a sum of its own', async () => {
    // A harbor hand (Afloat: over 8 hours a day at time and a half, the next 2; then double; night premium) who goes ashore on Thursday
    // (weekly alone, quarter hours, half an hour off after 5 hours).
    const personId = await personIdOf('MF-0101');
    const [deck, office] = [await idOf(department, 'deck'), await idOf(department, 'office')];
    const [before] = await company.database
      .select()
      .from(assignment)
      .where(eq(assignment.personId, personId));
    await company.database.insert(assignment).values({
      ...before!,
      firstDay: workdayFromIso('2026-10-22'),
      groupId: await idOf(payGroup, 'ashore'),
      departmentId: office,
    });
    await punched(
      shift('MF-0101', '2026-10-20', '08:00', '19:00'),
      shift('MF-0101', '2026-10-21', '08:00', '16:07'),
      shift('MF-0101', '2026-10-22', '08:07', '18:52'),
      shift('MF-0101', '2026-10-23', '08:00', '12:00'),
    );
    const { lines } = await cardOf(personId);
    expect(hoursOf(lines)).toEqual({
      // 11:00 clocked: 8, then 2 at time and a half, then 1 double.
      [`2026-10-20 ordinary ${deck}`]: 8,
      [`2026-10-20 overtime-1.5 ${deck}`]: 2,
      [`2026-10-20 overtime-2 ${deck}`]: 1,
      // 8:07 is 8.12 h, of which 0.12 over 8.
      [`2026-10-21 ordinary ${deck}`]: 8,
      [`2026-10-21 overtime-1.5 ${deck}`]: 0.12,
      // 08:07 to 18:52 is 08:00 to 18:45 in quarter hours, half an hour off: 10.25. No daily overtime ashore.
      [`2026-10-22 ordinary ${office}`]: 10.25,
      [`2026-10-23 ordinary ${office}`]: 4,
    });
  });

  it('is listed where they belong on the last day of the period', async () => {
    const rows = cardRows(await listCards(company, company.who, company.periodId));
    const row = rows.find(({ number }) => number === 'MF-0101')!;
    expect([row.department, row.groupId]).toEqual(['Office', await idOf(payGroup, 'ashore')]);
  });

  it('goes by a rulebook of their own, from its day on', async () => {
    const personId = await personIdOf('MF-0102');
    const [own] = await company.database.insert(rulebook).values({ name: 'Of their own' }).$returningId();
    const [of] = await company.database
      .select({ rules: rulebookEdition.rules })
      .from(rulebookEdition)
      .innerJoin(payGroup, eq(payGroup.rulebookId, rulebookEdition.rulebookId))
      .where(eq(payGroup.code, 'afloat'));
    const overtime = [{ name: 'Soon', basis: 'workday', tiers: [{ above: 'PT6H', multiplier: 3 }] }];
    await company.database.insert(rulebookEdition).values({
      rulebookId: own!.id,
      edition: 1,
      firstDay: workdayFromIso('2020-01-01'),
      rules: { ...(of!.rules as object), name: 'Of their own', overtime, proofs: undefined },
    });
    const [before] = await company.database
      .select()
      .from(assignment)
      .where(eq(assignment.personId, personId));
    await company.database
      .insert(assignment)
      .values({ ...before!, firstDay: workdayFromIso('2026-10-21'), rulebookId: own!.id });
    await punched(
      shift('MF-0102', '2026-10-20', '08:00', '16:00'),
      shift('MF-0102', '2026-10-21', '08:00', '16:00'),
    );
    const deck = await idOf(department, 'deck');
    expect(hoursOf((await cardOf(personId)).lines)).toEqual({
      [`2026-10-20 ordinary ${deck}`]: 8,
      [`2026-10-21 ordinary ${deck}`]: 6,
      [`2026-10-21 overtime-3 ${deck}`]: 2,
    });
  });
});

describe('a badge', () => {
  it('that gets an owner later: what was punched with it waits, and then counts from their first day with it', async () => {
    const personId = await personIdOf('MF-0103');
    await punched(
      shift('LOST-7', '2026-10-20', '08:00', '12:00'),
      shift('LOST-7', '2026-10-21', '08:00', '13:00'),
      shift('LOST-7', '2026-10-22', '08:00', '14:00'),
    );
    const waiting = (await listUnowned(company)).badges.find(({ code }) => code === 'LOST-7')!;
    expect(waiting).toMatchObject({
      punches: 6,
      firstAt: instantFromIso('2026-10-20T07:00:00Z'),
      lastAt: instantFromIso('2026-10-22T13:00:00Z'),
      site: 'Northquay',
    });
    expect((await cardOf(personId)).lines).toEqual([]);
    await giveBadge(company, company.who, null, waiting.id, {
      personId,
      firstDay: workdayFromIso('2026-10-21'),
    });
    await company.work();
    const deck = await idOf(department, 'deck');
    expect(hoursOf((await cardOf(personId)).lines)).toEqual({
      [`2026-10-21 ordinary ${deck}`]: 5,
      [`2026-10-22 ordinary ${deck}`]: 6,
    });
    const [stored] = await company.database.select().from(card).where(eq(card.personId, personId));
    expect(stored!.payableHours).toBe(11 * 90_000);
    expect((await listUnowned(company)).badges.find(({ code }) => code === 'LOST-7')).toMatchObject({
      punches: 2,
    });
  });

  it('that changes hands gives each what was punched on their days', async () => {
    const [first, second] = [await personIdOf('MF-0103'), await personIdOf('MF-0104')];
    const [lost] = await company.database.select().from(badge).where(eq(badge.code, 'LOST-7'));
    await giveBadge(company, company.who, null, lost!.id, {
      personId: second,
      firstDay: workdayFromIso('2026-10-22'),
    });
    await company.work();
    const deck = await idOf(department, 'deck');
    expect(hoursOf((await cardOf(first)).lines)).toEqual({ [`2026-10-21 ordinary ${deck}`]: 5 });
    expect(hoursOf((await cardOf(second)).lines)).toEqual({ [`2026-10-22 ordinary ${deck}`]: 6 });
    for (const id of [first, second]) {
      const [stored] = await company.database.select().from(card).where(eq(card.personId, id));
      expect(stored!.payableHours).toBe((id === first ? 5 : 6) * 90_000);
    }
    expect(
      await company.database.select().from(badgeOwner).where(eq(badgeOwner.badgeId, lost!.id)),
    ).toHaveLength(2);
  });

  it('has its punches listed for whoever had it by the wall clock, and for nobody else, also just after midnight', async () => {
    // In summer time the first minutes of a day lie on the day before in UTC.
    await punched(
      shift('LOST-7', '2026-10-21', '00:15', '00:45'),
      shift('LOST-7', '2026-10-22', '00:30', '01:30'),
    );
    const listed = async (number: string) => {
      const query = { person: String(await personIdOf(number)) };
      const { reply } = await makeReport(company, company.who, company.periodId, 'punches', query);
      const at = (id: string) => reply.columns.findIndex((column) => column.id === id);
      return reply.rows
        .filter(({ cells }) => String(cells[at('number')]) === number)
        .map(({ cells }) => `${workdayToIso(Number(cells[at('day')]) as never)} ${cells[at('time')]}`);
    };
    expect(await listed('MF-0103')).toEqual(
      ['00:15', '00:45', '08:00', '13:00'].map((time) => `2026-10-21 ${time}`),
    );
    expect(await listed('MF-0104')).toEqual(
      ['00:30', '01:30', '08:00', '14:00'].map((time) => `2026-10-22 ${time}`),
    );
    expect((await listUnowned(company)).badges.find(({ code }) => code === 'LOST-7')).toMatchObject({
      punches: 2,
    });
  });

  it('is not given to nobody there is, nor to somebody before they came', async () => {
    const [lost] = await company.database.select().from(badge).where(eq(badge.code, 'LOST-7'));
    const given = (personId: number, firstDay: string) =>
      giveBadge(company, company.who, null, lost!.id, { personId, firstDay: workdayFromIso(firstDay) });
    await expect(given(99_999, '2026-10-20')).rejects.toThrow('There is no such person');
    await expect(given(await personIdOf('MF-0158'), '2026-10-20')).rejects.toThrow(
      'was not there before 26 Oct 2026',
    );
  });
});

describe('places and work', () => {
  it('may be called something else: rulebooks and files go on by their codes, cards say the new name', async () => {
    const personId = await personIdOf('MF-0105');
    await company.database.update(job).set({ name: 'Foul weather' }).where(eq(job.code, 'storm-duty'));
    await company.database.update(department).set({ name: 'Foredeck' }).where(eq(department.code, 'deck'));
    await importFile(
      company,
      'storm.csv',
      bytes(
        [
          HEADER,
          'MF-0105,2026-10-20T20:00:00+01:00,in,storm-duty,northquay',
          'MF-0105,2026-10-20T21:00:00+01:00,out,Foul weather,Northquay',
        ].join('\n'),
      ),
    );
    await company.work();
    const { lines, row } = await cardOf(personId);
    const storm = await idOf(job, 'storm-duty');
    expect(row.department).toBe('Foredeck');
    // The call-out guarantee is that of the job with this code.
    expect(lines.map(({ classId, job: of, hours }) => [classId, of, hours / 90_000])).toEqual([
      ['ordinary', storm, 1],
      ['guarantee:Call-out', storm, 3],
    ]);
  });

  it('have calendars of their own: a holiday of one site is none at another', async () => {
    const [own] = await company.database
      .insert(calendar)
      .values({ code: 'saltholm', name: 'Days of Saltholm' })
      .$returningId();
    await company.database
      .insert(calendarDay)
      .values({ calendarId: own!.id, day: workdayFromIso('2026-10-27'), kind: 'holiday', name: 'Salt Day' });
    await company.database.update(site).set({ calendarId: own!.id }).where(eq(site.code, 'saltholm'));
    const people = await company.database
      .select({ number: person.number, id: person.id, site: site.code })
      .from(person)
      .innerJoin(card, eq(card.personId, person.id))
      .innerJoin(site, eq(site.id, card.siteId))
      .innerJoin(department, eq(department.id, card.departmentId))
      .where(eq(department.code, 'deck'));
    const [here, there] = ['saltholm', 'northquay'].map(
      (code) => people.find((one) => one.site === code && one.id > 10)!,
    );
    await punched(
      shift(here!.number, '2026-10-27', '08:00', '10:00').map((row) => row.replace('+01:00', 'Z')),
      shift(there!.number, '2026-10-27', '08:00', '10:00').map((row) => row.replace('+01:00', 'Z')),
    );
    await company.database.execute(touchQuery([company.periodId], [here!.id, there!.id]));
    const classes = async (id: number) => (await cardOf(id)).lines.map(({ classId }) => classId);
    expect(await classes(here!.id)).toEqual(['overtime-2']);
    expect(await classes(there!.id)).toEqual(['ordinary']);
  });
});
