import { cardRows } from '@heath/contract';
import { workday } from '@heath/core';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { badge, person } from '../../database/schema/index.ts';
import { importFile } from '../../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { listCards } from '../cards/service.ts';
import { differsByOne, listCandidates } from './candidates.ts';
import { giveBadge, listUnowned } from './service.ts';

let company: Company;
let badgeId: number;
let personId: number;
beforeAll(async () => {
  company = await freshCompany('candidates');
  // Everything that somebody clocked stands under a badge of one other figure.
  const lines = generatedLines().map((line) => line.replaceAll('MF-0103', 'MF-0193'));
  await importFile(company, 'clocks.csv', bytes(lines.join('\n')));
  await company.work();
  const [row] = await company.database.select().from(badge).where(eq(badge.code, 'MF-0193'));
  badgeId = row!.id;
  const [owner] = await company.database.select().from(person).where(eq(person.number, 'MF-0103'));
  personId = owner!.id;
});
afterAll(() => company.close());

const candidates = async () =>
  (await listCandidates(company, company.who, badgeId, company.periodId)).candidates;
const payable = async () =>
  cardRows(await listCards(company, company.who, company.periodId)).find((row) => row.personId === personId)!
    .payableHours;

describe('who may own a badge that nobody owns', () => {
  it('is first of all who was planned there then, left no punch, and has a badge nearly the same', async () => {
    const [first, ...others] = await candidates();
    expect(first).toMatchObject({
      number: 'MF-0103',
      badge: 'MF-0103',
      hadUntil: null,
      payableBeforeHours: 0,
    });
    expect(first!.planned).not.toBeNull();
    expect(first!.payableAfterHours).toBeGreaterThan(0);
    // Nobody else was there: all others left punches of their own, so that but a badge alike speaks for them.
    expect(others.every(({ planned, badge: own }) => planned === null && differsByOne(own!, 'MF-0193'))).toBe(
      true,
    );
  });

  it('is who had it before; and what would be payable is what is payable once it is theirs', async () => {
    const [badgeRow] = (await listUnowned(company)).badges.filter(({ code }) => code === 'MF-0193');
    const [first] = await candidates();
    const firstDay = workday(Math.floor(badgeRow!.firstAt / 86_400));
    await giveBadge(company, company.who, null, badgeId, { personId, firstDay });
    await company.work();
    expect(await payable()).toBe(first!.payableAfterHours);
    // It is nobody's again from the third day on.
    await giveBadge(company, company.who, null, badgeId, { personId: null, firstDay: workday(firstDay + 2) });
    await company.work();
    const [now] = await candidates();
    expect(now).toMatchObject({
      number: 'MF-0103',
      hadUntil: firstDay + 1,
      payableBeforeHours: await payable(),
    });
    expect(now!.payableAfterHours).toBe(first!.payableAfterHours);
  });

  it('names nobody beyond reach, and no badge that is none', async () => {
    const { candidates: seen } = await listCandidates(
      company,
      {
        ...company.who,
        reach: {
          ...company.who.reach,
          all: false,
          groups: [],
          sites: [],
          departments: [],
          reports: false,
          self: false,
        },
      },
      badgeId,
      company.periodId,
    );
    expect(seen).toEqual([]);
    await expect(listCandidates(company, company.who, 999_999, company.periodId)).rejects.toThrow(
      'no such badge',
    );
  });
});
