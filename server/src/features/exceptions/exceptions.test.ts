import type { ExceptionsReply } from '@heath/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { card } from '../../database/schema/index.ts';
import { importFile } from '../../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { openCard } from '../cards/service.ts';
import { settle, undo } from '../corrections/service.ts';
import { listExceptions } from './service.ts';

let company: Company;
const list = (who = company.who) => listExceptions(company, who, company.periodId);
const isLess = (n: number) => n < 0;

/** What is listed, a line each, to compare. */
const told = ({ people, zones, exceptions }: ExceptionsReply) =>
  exceptions.map(({ person, zone, ...exception }) => ({
    ...exception,
    number: people[person]!.number,
    zone: zones[zone]!.zone,
  }));

beforeAll(async () => {
  company = await freshCompany('exceptions');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
});
afterAll(() => company.close());

describe('what is to settle and to look at in a period', () => {
  it('is what the cards say, each computed by itself', async () => {
    const expected = [];
    const people = await company.database.select({ id: card.personId }).from(card);
    for (const { id: personId } of people) {
      const { row, exceptions, offsets } = await openCard(company, company.who, {
        periodId: company.periodId,
        personId,
      });
      for (const { key, severity, punch } of exceptions)
        if (severity !== 'note')
          expected.push({ key, severity, number: row.number, zone: punch?.zone ?? offsets.zone });
    }
    const listed = told(await list()).map(({ key, severity, number, zone }) => ({
      key,
      severity,
      number,
      zone,
    }));
    const inOrder = <T extends { key: string; number: string }>(all: T[]) =>
      all.toSorted((a, b) => `${a.number} ${a.key}`.localeCompare(`${b.number} ${b.key}`));
    expect(expected.length).toBeGreaterThan(3);
    expect(inOrder(listed)).toEqual(inOrder(expected));
  });

  it('is by the names of people, and of each in order of time; each is told once who they are', async () => {
    const { people, exceptions } = await list();
    expect(people.map(({ name }) => name)).toEqual(people.map(({ name }) => name).toSorted());
    expect(new Set(people.map(({ personId }) => personId)).size).toBe(people.length);
    const steps = exceptions.slice(1).map((one, i) => {
      const before = exceptions[i]!;
      return one.person - before.person || one.at - before.at;
    });
    expect(steps.some(isLess)).toBe(false);
  });

  it('lacks what is settled, and has it again when that is taken back', async () => {
    const before = told(await list());
    const open = before.find(({ kind, proposals }) => kind === 'missing-out' && proposals.length > 0)!;
    const { people, exceptions } = await list();
    const { personId } = people[exceptions.find(({ key }) => key === open.key)!.person]!;
    const key = { periodId: company.periodId, personId };
    const request = { exception: open.key, at: open.proposals[0]!.at, note: '' };
    const { correctionId } = await settle(company, null, company.who, key, request);
    expect(told(await list())).toEqual(before.filter((one) => one.key !== open.key));
    await undo(company, null, company.who, key, correctionId);
    expect(told(await list())).toEqual(before);
  });

  it('is of the cards within reach alone', async () => {
    const maeve = await company.as('maeve');
    const mine = await list(maeve);
    const all = await list();
    const hers = ({ department }: { department: string }) => ['Terminals', 'Workshop'].includes(department);
    expect(mine.people).toEqual(all.people.filter(hers));
    expect(mine.people.length).toBeGreaterThan(0);
    expect(mine.people.length).toBeLessThan(all.people.length);
  });

  it('is not to be had of a period that there is not', async () => {
    await expect(listExceptions(company, company.who, 999)).rejects.toThrow('no such period');
  });
});
