import { workdayFromIso } from '@heath/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { importFile } from '../../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { openCard } from '../cards/service.ts';
import { previewBulk, settleBulk } from '../corrections/bulk.ts';
import { correct, settle, undo } from '../corrections/service.ts';
import { listExceptions } from '../exceptions/service.ts';
import { makeReport } from '../reports/service.ts';
import { periodHistory } from './service.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('history_days');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
});
afterAll(() => company.close());

const key = (personId: number) => ({ periodId: company.periodId, personId });
const told = async () => (await periodHistory(company, company.who, company.periodId)).corrections;

describe('the history', () => {
  it('tells each correction on the workday that it is about: of what it settles, of the shift that it changes, of what it takes back', async () => {
    const { exceptions, people } = await listExceptions(company, company.who, company.periodId);
    const open = exceptions.filter(
      ({ severity, proposals }) => severity === 'holds up' && proposals.length > 0,
    );
    expect(open.length).toBeGreaterThan(3);
    const expected: [personId: number, workday: number][] = [];
    for (const { person, key: exception, workday, proposals } of open) {
      const { personId } = people[person]!;
      const asked = { exception, at: proposals[0]!.at, note: '' };
      const { correctionId } = await settle(company, null, company.who, key(personId), asked);
      await undo(company, null, company.who, key(personId), correctionId);
      expected.push([personId, workday], [personId, workday]);
    }
    // Of somebody who works through the night, the out of a shift lies on the next day.
    for (const { personId } of people) {
      const { shifts } = await openCard(company, company.who, key(personId));
      const overnight = shifts.find(({ spells, workday }) => {
        const out = spells.at(-1)?.out;
        return out !== undefined && out.id !== null && Math.floor(out.at / 86_400) > workday;
      });
      const out = overnight?.spells.at(-1)?.out;
      if (overnight === undefined || out === undefined) continue;
      const says = { kind: 'move', punch: out.id, at: out.at - 600 } as never;
      await correct(company, null, company.who, key(personId), { says, note: 'Left earlier' });
      expected.push([personId, overnight.workday]);
    }
    expect(expected.length).toBeGreaterThan(open.length * 2);
    const all = await told();
    expect(all.toReversed().map(({ personId, workday }) => [personId, workday])).toEqual(expected);
  });

  it('and the report of changes says the same days', async () => {
    const says = {
      kind: 'flat-hours',
      workday: workdayFromIso('2026-10-31'),
      as: 'adjustment',
      code: 'Storm pay',
      length: 'PT1H',
      job: null,
      department: null,
    } as const;
    const many = { what: 'Storm', note: '', items: [1, 2].map((personId) => ({ personId, says })) };
    const { people } = await previewBulk(company, company.who, company.periodId, many);
    expect(people.flatMap(({ exceptions }) => exceptions.map(({ workday }) => workday))).toEqual([
      says.workday,
      says.workday,
    ]);
    await settleBulk(company, null, company.who, company.periodId, many);
    const { reply } = await makeReport(company, company.who, company.periodId, 'changes', {});
    const column = reply.columns.findIndex(({ id }) => id === 'day');
    const made = (await told()).filter(({ undoes }) => undoes === null).toReversed();
    expect(reply.rows.map(({ cells }) => cells[column])).toEqual(made.map(({ workday }) => workday));
    expect(made.filter(({ workday }) => workday === says.workday)).toHaveLength(2);
  });
});
