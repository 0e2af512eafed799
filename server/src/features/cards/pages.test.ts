/** Lists of a period page by page, in a company whose people have ids on the first page and on the third. */
import { cardRows, dayRows, IDS_ON_A_PAGE, withPage } from '@heath/contract';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { importFile } from '../../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { approve } from '../approvals/service.ts';
import { showDay } from '../days/service.ts';
import { listExceptions } from '../exceptions/service.ts';
import { listCards, periodStrip } from './service.ts';

let company: Company;
/** Like somebody on the first page in all but id, number and name. */
let sample = 0;
const far = 2 * IDS_ON_A_PAGE + 5;

const pages = [0, 1, 2] as const;
const all = <T>(read: (page: number) => Promise<T>) => Promise.all(pages.map(read));

beforeAll(async () => {
  company = await freshCompany('pages');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.recompute();
  const { database, periodId } = company;
  const { people, exceptions } = await listExceptions(company, company.who, periodId);
  sample = people[exceptions[0]?.person ?? -1]?.personId ?? 0;
  await database.execute(
    sql`INSERT INTO person (id, number, name, first_day) SELECT ${far}, 'FAR', 'Aaro Far', first_day FROM person WHERE id = ${sample}`,
  );
  for (const table of ['card', 'card_result', 'card_exception']) {
    const [columns] = (await database.execute(
      sql`SELECT column_name AS name FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name = ${table} ORDER BY ordinal_position`,
    )) as unknown as [{ name: string }[]];
    const names = columns.slice(2).map(({ name }) => `\`${name}\``);
    await database.execute(
      sql.raw(
        `INSERT INTO ${table} (period_id, person_id, ${names.join()}) SELECT period_id, ${far}, ${names.join()} FROM ${table} WHERE person_id = ${sample}`,
      ),
    );
  }
  await database.execute(
    sql`INSERT INTO plan (person_id, starts_at, ends_at, workday, job_id, department_id, origin) SELECT ${far}, starts_at, ends_at, workday, job_id, department_id, 'by hand' FROM plan WHERE person_id = ${sample}`,
  );
});
afterAll(() => company.close());

it('each page says which follows; the one between has nobody', async () => {
  const { who, periodId } = company;
  const lists = await all((page) => listCards(company, who, periodId, page));
  const strips = await all((page) => periodStrip(company, who, periodId, { page }));
  const days = await all((page) => showDay(company, who, periodId, { page }));
  const found = await all((page) => listExceptions(company, who, periodId, page));
  for (const list of [lists, strips, days, found]) expect(list.map(({ next }) => next)).toEqual([1, 2, null]);
  expect(lists.map(({ personId }) => personId.length)).toEqual([64, 0, 1]);
  expect(strips.map(({ people }) => people)).toEqual([64, 0, 1]);
  expect(days.map(({ people }) => people.personId.length)).toEqual([64, 0, 1]);
});

it('somebody on the last page is shown as whoever is like them on the first', async () => {
  const { who, periodId } = company;
  const [near] = cardRows(await listCards(company, who, periodId)).filter(
    ({ personId }) => personId === sample,
  );
  const [last] = cardRows(await listCards(company, who, periodId, 2));
  const asFar = { personId: far, number: 'FAR', name: 'Aaro Far' };
  expect(last).toEqual({ ...near, ...asFar });

  const day = { day: (await showDay(company, who, periodId)).day };
  const ofSample = dayRows(await showDay(company, who, periodId, day)).find((row) => row.personId === sample);
  const [ofFar] = dayRows(await showDay(company, who, periodId, { ...day, page: 2 }));
  expect(ofFar).toEqual({ ...ofSample, ...asFar });

  const [first, , third] = await all((page) => listExceptions(company, who, periodId, page));
  const theirs = first!.exceptions.filter(({ person }) => first!.people[person]?.personId === sample);
  expect(third!.exceptions.map(({ person: _, zone: __, ...one }) => one)).toEqual(
    theirs.map(({ person: _, zone: __, ...one }) => one),
  );
  expect(theirs.length).toBeGreaterThan(0);
});

it('the sums of all pages are those of everybody', async () => {
  const { who, periodId, database } = company;
  const [[sums]] = (await database.execute(
    sql`SELECT COUNT(*) AS people, SUM(payable_hours) AS payable, SUM(clocked_seconds) AS clocked, SUM(to_settle) AS open FROM card WHERE period_id = ${periodId}`,
  )) as unknown as [[{ people: number; payable: string; clocked: string; open: string }]];
  const strips = await all((page) => periodStrip(company, who, periodId, { page }));
  const whole = strips.slice(1).reduce(withPage, strips[0]!);
  expect([whole.people, whole.payableHours, whole.clockedSeconds, whole.toSettle]).toEqual([
    sums.people,
    Number(sums.payable),
    Number(sums.clocked),
    Number(sums.open),
  ]);
  expect(whole.days.reduce((sum, { clockedSeconds }) => sum + clockedSeconds, 0)).toBe(whole.clockedSeconds);
});

it('an approval counts on the page of its card alone', async () => {
  const { who, periodId } = company;
  const approved = () =>
    all(async (page) => ({
      strip: (await periodStrip(company, who, periodId, { page })).approved,
      list: cardRows(await listCards(company, who, periodId, page)).filter(
        ({ approval }) => approval === 'approved',
      ).length,
    }));
  const before = await approved();
  const settled = cardRows(await listCards(company, who, periodId)).find(
    ({ toSettle, approval }) => toSettle === 0 && approval === 'none',
  );
  await approve(company, who, null, periodId, { people: [settled!.personId] });
  const [first, ...others] = before;
  expect(await approved()).toEqual([{ strip: first!.strip + 1, list: first!.list + 1 }, ...others]);
});
