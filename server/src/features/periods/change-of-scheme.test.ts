import { cardRows } from '@heath/contract';
import { workdayFromIso, workdayToIso } from '@heath/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { importFile } from '../../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { splitWeeks } from '../../testing/split-weeks.ts';
import { listCards, openCard } from '../cards/service.ts';
import { listPeriods } from './service.ts';

const PEOPLE = 24;
const FIRST = workdayFromIso('2026-10-19');
const LAST = workdayFromIso('2026-11-01');
let company: Company;
beforeAll(async () => {
  company = await freshCompany('change_of_scheme', PEOPLE);
  await importFile(company, 'clocks.csv', bytes(generatedLines(PEOPLE).join('\n')));
  await company.work();
});
afterAll(() => company.close());

/** Every hour of those days, on whichever card it is, by person, day, class and work; and what the list of cards says of each person. */
async function hoursOfEverybody() {
  const lines: string[] = [];
  const listed = new Map<string, number>();
  for (const { id } of (await listPeriods(company)).periods) {
    for (const { personId, number, payableHours } of cardRows(await listCards(company, company.who, id))) {
      listed.set(number, (listed.get(number) ?? 0) + (payableHours ?? 0));
      const card = await openCard(company, company.who, { periodId: id, personId });
      for (const { workday, classId, job, department, hours } of card.lines)
        if (workday >= FIRST && workday <= LAST)
          lines.push([number, workdayToIso(workday), classId, job, department, hours].join(' '));
    }
  }
  return { lines: lines.sort(), listed: [...listed].sort() };
}

describe('a change of scheme amid a period that was computed', () => {
  it('leaves every hour once: on the card that ends before it, or on the one that begins with it', async () => {
    const before = await hoursOfEverybody();
    expect(before.lines.length).toBeGreaterThan(PEOPLE * 8);
    await splitWeeks(company);
    await company.work();
    expect((await listPeriods(company)).periods.map(({ firstDay }) => workdayToIso(firstDay))).toEqual([
      '2026-10-29',
      '2026-10-22',
      '2026-10-19',
    ]);
    expect(await hoursOfEverybody()).toEqual(before);
  });
});
