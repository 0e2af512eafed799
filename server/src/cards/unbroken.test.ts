import { instantFromIso, workdayFromIso } from '@heath/core';
import { eq, ne } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { card, period, person } from '../database/schema/index.ts';
import { importFile } from '../demo/acting.ts';
import { openCard } from '../features/cards/service.ts';
import { settle } from '../features/corrections/service.ts';
import { bytes, type Company, freshCompany } from '../testing/company.ts';

let company: Company;
let personId: number;
beforeAll(async () => {
  company = await freshCompany('unbroken');
  const [row] = await company.database.select().from(person).where(eq(person.number, 'MF-0155'));
  personId = row!.id;
  // 18:00 to 05:00 every night, from a clock that does not tell in from out. No rest is longer than a spell can be.
  await importFile(company, 'nights.csv', bytes(fileOf(nights('2026-09-01', 61))));
});
afterAll(() => company.close());

const fileOf = (times: readonly string[]): string =>
  ['Person no,Punched at,Type,Job,Site', ...times.map((time) => `MF-0155,${time},,Stores,Northquay`)].join(
    '\n',
  );

function nights(from: string, count: number): string[] {
  const first = Date.parse(`${from}T00:00Z`);
  return Array.from({ length: count }, (_, i) => {
    const dateOf = (day: number) => new Date(first + day * 86_400_000).toISOString().slice(0, 10);
    return [`${dateOf(i)}T18:00`, `${dateOf(i + 1)}T05:00`];
  }).flat();
}

/** The spells that begin on a day, as hours on the clock. */
async function spellsOn(date: string): Promise<number[]> {
  const { shifts } = await openCard(company, company.who, { periodId: company.periodId, personId });
  return shifts
    .filter(({ workday }) => workday === workdayFromIso(date))
    .flatMap(({ spells }) => spells.map((spell) => (spell.out.at - spell.in.at) / 3600));
}

const isStale = async () =>
  (await company.database.select().from(card).where(ne(card.inputVersion, card.computedVersion))).some(
    (row) => row.personId === personId && row.periodId === company.periodId,
  );

describe('punches that say neither in nor out', () => {
  it('are read from where they begin, however long before the period that lies', async () => {
    await company.work();
    expect(await spellsOn('2026-10-20')).toEqual([11]);
    expect(await isStale()).toBe(false);
  });

  it('that come late and far back make the cards stale of all that hangs on them', async () => {
    await importFile(company, 'late.csv', bytes(fileOf(['2026-09-03T12:00'])));
    await company.work();
    expect(await isStale()).toBe(false);
    // Out at noon, in again at 18:00 the days are nights from there on: the clock saw one punch more.
    expect(await spellsOn('2026-10-20')).toEqual([13]);
  });

  it('are set right by a correction in an earlier period, and the later cards follow', async () => {
    const [earlier] = await company.database
      .insert(period)
      .values({
        scheduleId: 1,
        firstDay: workdayFromIso('2026-08-24'),
        lastDay: workdayFromIso('2026-09-06'),
      })
      .$returningId();
    await importFile(company, 'earlier.csv', bytes(fileOf(['2026-08-25T09:00'])));
    await company.work();
    const key = { periodId: earlier!.id, personId };
    const { exceptions } = await openCard(company, company.who, key);
    const alone = exceptions.find(({ at }) => at === instantFromIso('2026-08-25T08:00:00Z'))!;
    expect(alone.kind).toBe('missing-out');
    // It changes nothing that hangs on 1 September or later, so no card of October is touched.
    await settle(company, null, company.who, key, {
      exception: alone.key,
      at: instantFromIso('2026-08-25T16:00:00Z'),
      note: '',
    });
    expect(await isStale()).toBe(false);
  });
});
