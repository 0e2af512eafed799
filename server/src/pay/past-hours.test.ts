import { type Workday, workday, workdayFromIso } from '@heath/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { assignment, card, period, schedule } from '../database/schema/index.ts';
import { type Company, freshCompany } from '../testing/company.ts';
import { pastHours } from './past-hours.ts';

let company: Company;
let first: typeof assignment.$inferSelect;
beforeAll(async () => {
  company = await freshCompany('past_hours', 8);
  first = (await company.database.select().from(assignment).limit(1))[0]!;
});
afterAll(() => company.close());

/** What the periods of a schedule pay, of so many days each and as many hours, as they are looked at from the next one on. */
async function pastOf(lengths: readonly number[], length: number): Promise<readonly number[]> {
  const { database } = company;
  const [made] = await database
    .insert(schedule)
    .values({ name: lengths.join(), scheme: null })
    .$returningId();
  const scheduleId = made!.id;
  let next: Workday = workdayFromIso('2026-01-01');
  for (const days of lengths) {
    const span = { firstDay: next, lastDay: workday(next + days - 1) };
    const [added] = await database
      .insert(period)
      .values({ scheduleId, ...span })
      .$returningId();
    const { groupId, departmentId, siteId, personId } = first;
    const of = { periodId: added!.id, personId, groupId, departmentId, siteId };
    await database.insert(card).values({ ...of, payableHours: days, computedVersion: 1 });
    next = workday(next + days);
  }
  const past = await pastHours(database, { scheduleId, firstDay: next, lastDay: workday(next + length - 1) });
  return past.get(first.personId) ?? [];
}

describe('what somebody’s last periods paid', () => {
  it('is that of six, the latest first', async () => {
    expect(await pastOf([14, 14, 14, 14, 14, 14, 14, 14], 14)).toEqual([14, 14, 14, 14, 14, 14]);
  });

  it('leaves out what a change of scheme cut short; and one that is cut itself is held against none', async () => {
    expect(await pastOf([14, 14, 3, 14], 14)).toEqual([14, 14, 14]);
    expect(await pastOf([14, 14, 14], 3)).toEqual([]);
  });

  it('is that of halves of months and of months, however long they are', async () => {
    expect(await pastOf([15, 16, 15, 13, 15, 16], 13)).toEqual([16, 15, 13, 15, 16, 15]);
    expect(await pastOf([31, 28, 31, 30], 31)).toEqual([30, 31, 28, 31]);
  });
});
