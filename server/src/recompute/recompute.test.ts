import { cardRows } from '@heath/contract';
import { instantFromIso, type Rulebook, workdayFromIso } from '@heath/core';
import { and, eq, ne, sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { card, payGroup, person, rulebook, rulebookEdition, task } from '../database/schema/index.ts';
import { importFile } from '../demo/acting.ts';
import { listCards, openCard } from '../features/cards/service.ts';
import { here } from '../tasks/work.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../testing/company.ts';
import { type Computing, recomputePeriod } from './recompute.ts';
import { periodsTouched, touchQuery } from './stale-cards.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('computing');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
});
afterAll(() => company.close());

const cardOf = async (number: string) => {
  const [row] = await company.database.select().from(person).where(eq(person.number, number));
  return openCard(company, company.who, { periodId: company.periodId, personId: row!.id });
};
const hours = (lines: Awaited<ReturnType<typeof cardOf>>['lines'], date: string) =>
  Object.fromEntries(
    lines
      .filter(({ workday }) => workday === workdayFromIso(date))
      .map((line) => [line.classId, line.hours / 90_000]),
  );

describe('a card', () => {
  it('has leave, guarantees and holidays among its lines, each with its reason', async () => {
    const onLeave = await cardOf('MF-0134');
    expect(hours(onLeave.lines, '2026-10-26')).toEqual({ 'leave:Annual leave': 8 });
    expect(onLeave.reasons.filter(({ step }) => step === 'leave')).toHaveLength(4);
    const calledOut = await cardOf('MF-0101');
    expect(hours(calledOut.lines, '2026-10-28')).toMatchObject({ 'guarantee:Call-out': 2.43 });
    expect(calledOut.reasons).toContainEqual(
      expect.objectContaining({
        step: 'guarantee',
        name: 'Call-out',
        guaranteedSeconds: 4 * 3600,
        workedSeconds: 94 * 60,
      }),
    );
    // Lantern Day is all double under the harbor agreement.
    expect(
      Object.keys(hours(calledOut.lines, '2026-10-30')).filter((name) => !name.startsWith('premium')),
    ).toEqual(['overtime-2']);
  });

  it('proposes for a missing punch what the plan, the crew and the person themself say', async () => {
    const { exceptions } = await cardOf('MF-0162');
    const { proposals } = exceptions.find(({ kind }) => kind === 'missing-out')!;
    expect(proposals.map(({ from }) => from)).toEqual(['plan', 'crew', 'habit']);
    // Everybody of that office left within a quarter of an hour of the plan.
    for (const { at } of proposals) expect(Math.abs(at - proposals[0]!.at)).toBeLessThan(15 * 60);
  });

  it('shows what there is to look at without holding up the handoff for it', async () => {
    const { exceptions, row } = await cardOf('MF-0139');
    expect(exceptions.map(({ kind, severity }) => [kind, severity])).toContainEqual([
      'late-in',
      'to look at',
    ]);
    expect(row.toSettle).toBe(0);
  });

  it('holds up the handoff for what the rulebook asks why about', async () => {
    const { exceptions, row } = await cardOf('MF-0108');
    expect(exceptions.map(({ kind, severity }) => [kind, severity])).toContainEqual(['absent', 'asks why']);
    expect(row.toSettle).toBe(1);
  });
});

describe('a change', () => {
  it('computes only the cards that it touches, and shows no hours of one that waits', async () => {
    const versions = () =>
      company.database
        .select({ person: card.personId, computed: card.computedVersion })
        .from(card)
        .orderBy(card.personId);
    const before = await versions();
    const [touched] = before;
    await company.database.execute(touchQuery([company.periodId], [touched!.person]));
    const rows = cardRows(await listCards(company, company.who, company.periodId));
    expect(rows.filter((row) => row.payableHours === null).map((row) => row.personId)).toEqual([
      touched!.person,
    ]);
    await company.database
      .insert(task)
      .values({ kind: 'recompute', subjectId: company.periodId, status: 'waiting' });
    await company.work();
    const after = await versions();
    expect(
      after.filter(({ computed }, i) => computed !== before[i]!.computed).map((row) => row.person),
    ).toEqual([touched!.person]);
    const stale = await company.database
      .select()
      .from(card)
      .where(ne(card.inputVersion, card.computedVersion));
    expect(stale).toEqual([]);
  });

  it('touches the periods whose workweeks, cycles or averages reach it', async () => {
    const touched = async (date: string) =>
      (
        await periodsTouched(company.database, [1], {
          from: instantFromIso(`${date}T08:00:00Z`),
          to: instantFromIso(`${date}T17:00:00Z`),
        })
      ).map(({ id }) => id);
    expect(await touched('2026-10-20')).toEqual([company.periodId]);
    expect(await touched('2026-09-20')).toEqual([]);
  });
});

describe('computing a period anew', () => {
  const touchAll = () => company.database.update(card).set({ inputVersion: sql`${card.inputVersion} + 1` });
  const staleCards = () =>
    company.database.select().from(card).where(ne(card.inputVersion, card.computedVersion));

  it('in two halves at once gives what it gives alone, and every card once', async () => {
    const before = await listCards(company, company.who, company.periodId);
    await touchAll();
    const { computeCards } = here(company.database, company.clock);
    const taken: number[] = [];
    const halves: Computing = {
      computeCards: async (periodId, people) => {
        taken.push(...people);
        const half = Math.ceil(people.length / 2);
        await Promise.all([
          computeCards(periodId, people.slice(0, half)),
          computeCards(periodId, people.slice(half)),
        ]);
      },
      compareCards: async () => {},
      atOnce: 2,
    };
    const told: [number, number][] = [];
    await recomputePeriod(company.database, halves, company.periodId, async (...one) => void told.push(one));
    expect(await staleCards()).toEqual([]);
    expect(new Set(taken).size).toBe(taken.length);
    expect(told.at(-1)).toEqual([taken.length, taken.length]);
    expect(await listCards(company, company.who, company.periodId)).toEqual(before);
  });

  it('ends what else is being computed before it says that a part failed', async () => {
    await touchAll();
    let running = 0;
    const failing: Computing = {
      computeCards: async () => {
        running++;
        await new Promise((resolve) => setTimeout(resolve, 20));
        running--;
        throw new Error('This part failed.');
      },
      compareCards: async () => {},
      atOnce: 2,
    };
    await expect(
      recomputePeriod(company.database, failing, company.periodId, async () => {}),
    ).rejects.toThrow('This part failed.');
    expect(running).toBe(0);
    expect((await staleCards()).length).toBeGreaterThan(0);
    await company.recompute();
    expect(await staleCards()).toEqual([]);
  });
});

describe('a new edition', () => {
  it('holds from its first day on, in the middle of a period', async () => {
    const [group] = await company.database.select().from(payGroup).where(eq(payGroup.name, 'Ashore'));
    const mine = eq(rulebook.id, group!.rulebookId);
    const [first] = await company.database
      .select({ rules: rulebookEdition.rules })
      .from(rulebookEdition)
      .innerJoin(rulebook, eq(rulebook.id, rulebookEdition.rulebookId))
      .where(and(mine, eq(rulebookEdition.edition, 1)));
    const rules = first!.rules as Rulebook;
    const daily: Rulebook['overtime'][number] = {
      name: 'Over 4 hours a day',
      basis: 'workday',
      tiers: [{ above: 'PT4H', multiplier: 1.5 }],
    };
    const before = await cardOf('MF-0155');
    await company.database.insert(rulebookEdition).values({
      rulebookId: group!.rulebookId,
      edition: 2,
      firstDay: workdayFromIso('2026-10-26'),
      rules: { ...rules, overtime: [daily, ...rules.overtime] },
    });
    const after = await cardOf('MF-0155');
    expect(hours(before.lines, '2026-10-27')).toEqual({ ordinary: 8 });
    expect(hours(after.lines, '2026-10-27')).toEqual({ ordinary: 4, 'overtime-1.5': 4 });
    expect(hours(after.lines, '2026-10-20')).toEqual(hours(before.lines, '2026-10-20'));
    expect(after.edition).toBe(2);
  });
});
