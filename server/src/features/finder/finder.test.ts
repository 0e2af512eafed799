import { type AnyLook, cardRows, type Found } from '@heath/contract';
import { classSums, type Instant, instantToIso, payableHours, punchId, workdayFromIso } from '@heath/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { importFile } from '../../demo/acting.ts';
import type { Who } from '../../rights/who.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { listCards, openCard } from '../cards/service.ts';
import { correct, undo } from '../corrections/service.ts';
import { find, listSearches } from './service.ts';
import { forgetSearch, saveSearch } from './store.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('finder');
  const lines = generatedLines();
  // Some punches come without a job, as from a gate.
  await importFile(
    company,
    'clocks.csv',
    bytes(lines.map((line, i) => (i % 40 === 7 ? withoutJob(line) : line)).join('\n')),
  );
  await company.work();
});
afterAll(() => company.close());

const withoutJob = (line: string): string => {
  const cells = line.split(',');
  cells[3] = '';
  return cells.join(',');
};
const FROM = workdayFromIso('2026-10-19');
const TO = workdayFromIso('2026-11-01');
const look = async (what: AnyLook, more: object = {}, who: Who = company.who) =>
  find(company, who, { look: what, from: FROM, to: TO, groupId: null, ...more });
const named = (found: readonly Found[]) => found.map(({ name, workday }) => `${name} ${workday}`).sort();

/** Every day of every card, from the cards themselves. */
async function everyDay(who: Who = company.who) {
  const rows = cardRows(await listCards(company, who, company.periodId));
  const days: { name: string; workday: number; paid: number; length: number | null; jobless: number }[] = [];
  for (const { personId, name } of rows) {
    const card = await openCard(company, who, { periodId: company.periodId, personId });
    for (let workday = FROM; workday <= TO; workday = (workday + 1) as typeof FROM) {
      const shifts = card.shifts.filter((shift) => shift.workday === workday);
      const missing = card.exceptions.flatMap(({ punch, workday: of, kind }) =>
        punch !== null && of === workday && kind.startsWith('missing') ? [punch] : [],
      );
      const punches = [
        ...shifts.flatMap(({ spells }) => spells.flatMap((spell) => [spell.in, spell.out])),
        ...missing,
      ];
      const times = punches.map(({ at }) => at);
      const ofDay = card.lines.filter((line) => line.workday === workday);
      const jobless = ofDay.filter(({ job, classId }) => job === null && !classId.startsWith('premium:'));
      days.push({
        name,
        workday,
        paid: payableHours(classSums(ofDay)),
        length: times.length === 0 ? null : Math.max(...times) - Math.min(...times),
        jobless: payableHours(
          classSums(jobless.filter(({ classId }) => /^(ordinary|overtime)/.test(classId))),
        ),
      });
    }
  }
  return days;
}

describe('odd days', () => {
  it('are those that the cards themselves show, each with what was measured', async () => {
    const all = await everyDay();
    const wanted = (isWanted: (day: (typeof all)[number]) => boolean) =>
      all
        .filter(isWanted)
        .map(({ name, workday }) => `${name} ${workday}`)
        .sort();
    const HOUR = 3600;
    const long = await look({ what: 'longer', seconds: 9 * HOUR });
    expect(named(long.found)).toEqual(wanted(({ length }) => (length ?? 0) > 9 * HOUR));
    expect(long.found.length).toBeGreaterThan(3);
    expect(long.cards).toBe(64);
    const short = await look({ what: 'shorter', seconds: 4 * HOUR });
    expect(named(short.found)).toEqual(
      wanted(({ length }) => length !== null && length > 0 && length < 4 * HOUR),
    );
    const many = await look({ what: 'many-hours', seconds: 10 * HOUR });
    expect(named(many.found)).toEqual(wanted(({ paid }) => paid > 10 * 90_000));
    expect(many.found.length).toBeGreaterThan(0);
    const jobless = await look({ what: 'no-job' });
    expect(jobless.found.length).toBeGreaterThan(5);
    const counted = new Map(all.map(({ name, workday, jobless: count }) => [`${name} ${workday}`, count]));
    for (const { name, workday, measured } of jobless.found)
      expect(`${name} ${workday}: ${measured}`).toBe(
        `${name} ${workday}: ${counted.get(`${name} ${workday}`)}`,
      );
    expect(jobless.found).toHaveLength([...counted.values()].filter((hours) => hours > 0).length);
  });

  it('are of those within reach and of the group that is asked for, and lie within the span', async () => {
    const what = { what: 'longer', seconds: 8 * 3600 } as const;
    const all = await look(what);
    const piotr = await look(what, {}, await company.as('piotr'));
    expect(piotr.found.length).toBeLessThan(all.found.length);
    expect(all.found).toEqual(expect.arrayContaining([...piotr.found]));
    const day = workdayFromIso('2026-10-21');
    const one = await look(what, { from: day, to: day });
    expect(named(one.found)).toEqual(named(all.found.filter(({ workday }) => workday === day)));
    expect(
      (await look(what, { from: workdayFromIso('2025-01-01'), to: workdayFromIso('2025-02-01') })).cards,
    ).toBe(0);
  });

  it('with round times typed by hand are found until those are taken back', async () => {
    expect((await look({ what: 'round' })).found).toEqual([]);
    const rows = cardRows(await listCards(company, company.who, company.periodId));
    const { personId } = rows.find(({ toSettle }) => toSettle === 0)!;
    const key = { periodId: company.periodId, personId };
    const card = await openCard(company, company.who, key);
    const out = card.shifts[0]!.spells.at(-1)!.out;
    const quarter = (Math.floor(out.at / 900) * 900) as typeof out.at;
    const says = { kind: 'move', punch: out.id!, at: quarter } as const;
    const { correctionId } = await correct(company, null, company.who, key, { says, note: '' });
    const { found } = await look({ what: 'round' });
    expect(found).toMatchObject([{ personId, workday: card.shifts[0]!.workday, measured: 1 }]);
    await undo(company, null, company.who, key, correctionId);
    expect((await look({ what: 'round' })).found).toEqual([]);
  });

  it('with punches made twice are found with the one that is too many, until a correction is about it', async () => {
    const before = await look({ what: 'doubled' });
    const rows = cardRows(await listCards(company, company.who, company.periodId));
    const { personId, number } = rows.find(
      ({ toSettle, name }) => toSettle === 0 && before.found.every((one) => one.name !== name),
    )!;
    const key = { periodId: company.periodId, personId };
    const clean = await openCard(company, company.who, key);
    const { workday, spells } = clean.shifts[0]!;
    const again = instantToIso((spells[0]!.in.at + 7 * 60) as Instant);
    await importFile(company, 'again.csv', bytes(`${generatedLines()[0]}\n${number},${again},in,,\n`));
    await company.work();
    const after = await look({ what: 'doubled' });
    const found = after.found.filter((one) => one.personId === personId);
    expect(found).toMatchObject([{ workday, measured: 1, doubled: [expect.any(Number)] }]);
    expect(after.found).toHaveLength(before.found.length + 1);
    expect((await look({ what: 'no-job' })).found.every(({ doubled }) => doubled.length === 0)).toBe(true);

    const says = { kind: 'drop', punch: punchId(found[0]!.doubled[0]!) } as const;
    const { correctionId } = await correct(company, null, company.who, key, { says, note: '' });
    expect((await look({ what: 'doubled' })).found).toEqual(before.found);
    expect((await openCard(company, company.who, key)).row.payableHours).toBe(clean.row.payableHours);
    await undo(company, null, company.who, key, correctionId);
    expect((await look({ what: 'doubled' })).found).toEqual(after.found);
  });

  it('far from the usual are few, and of nobody whose days are all alike', async () => {
    const { found } = await look({ what: 'unusual' });
    expect(found.length).toBeGreaterThan(0);
    expect(found.length).toBeLessThan(64 * 14 * 0.1);
  });
});

describe('kept searches', () => {
  it('are one’s own, in the place of one of the same name, until they are forgotten', async () => {
    const keep = (who: Who, name: string, search: AnyLook) =>
      saveSearch(company.database as never, { userId: who.userId!, name, search });
    const marek = await company.as('marek');
    const id = await keep(company.who, 'Long nights', { what: 'longer', seconds: 50_000 });
    expect(await keep(company.who, 'Long nights', { what: 'longer', seconds: 60_000 })).toBe(id);
    await keep(marek, 'Long nights', { what: 'unusual' });
    expect((await listSearches(company.database, company.who)).searches).toEqual([
      { id, name: 'Long nights', look: { what: 'longer', seconds: 60_000 } },
    ]);
    expect(await forgetSearch(company.database as never, marek.userId!, id)).toBe(false);
    expect(await forgetSearch(company.database as never, company.who.userId!, id)).toBe(true);
    expect((await listSearches(company.database, company.who)).searches).toEqual([]);
  });
});
