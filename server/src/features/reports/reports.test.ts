import { REPORT_SHELVES, type ReportName, type ReportQuery, type ReportReply } from '@heath/contract';
import { costOf, costText, DEFAULT_WRITING, type Writing, workdayFromIso, writerOf } from '@heath/core';
import { ratesOf as demoRates, people } from '@heath/demo';
import { parse } from 'csv-parse/sync';
import { count, eq, isNotNull, sql } from 'drizzle-orm';
import exceljs from 'exceljs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { badgeOwner, card, period, punch, schedule } from '../../database/schema/index.ts';
import { importFile } from '../../demo/acting.ts';
import { MOST_ROWS_ON_PAPER, type Paper } from '../../http/paper.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { storedCards } from '../../testing/stored-cards.ts';
import { correct } from '../corrections/service.ts';
import { ratesOf, takeRates } from '../pay-codes/rates.ts';
import { firstRows } from './define.ts';
import { csvInParts, fileOfReport } from './file.ts';
import { REPORTS } from './kinds.ts';
import { listReports, makeReport, rowsInParts } from './service.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('reports');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
});
afterAll(() => company.close());

const report = async (name: ReportName, query: ReportQuery = {}) =>
  (await makeReport(company, company.who, company.periodId, name, query)).reply;
const fileBy = (writing: Partial<Writing> = {}) => ({
  sign: null,
  writer: writerOf({ ...DEFAULT_WRITING, ...writing }),
  print: company.print,
});
const column = ({ columns }: ReportReply, id: string) => columns.findIndex((one) => one.id === id);
const sumOf = (reply: ReportReply, id: string) => reply.sums[column(reply, id)];
const cards = () => storedCards(company.database, eq(card.periodId, company.periodId));
const payable = async () => (await cards()).reduce((sum, { payableHours }) => sum + payableHours, 0);

describe('the reports of a period', () => {
  it.each(['group', 'department', 'job', 'cost center', 'code', 'person'] as const)(
    'hours and cost by %s add up to the cards',
    async (by) => {
      const reply = await report('hours-and-cost', { by });
      expect(sumOf(reply, 'payable')).toBe(await payable());
      expect(reply.rows.length).toBeGreaterThan(2);
    },
  );

  it('cost what the lines of the cards cost by the rates of the day, counted a second way', async () => {
    const byNumber = new Map(people(64).map((one) => [one.number, demoRates(one)]));
    const stored = await cards();
    const { rates } = await ratesOf(company, company.who);
    const numbers = new Map(rates.map(({ personId, number }) => [personId, number]));
    const storm = new Set<number>();
    const reply = await report('hours-and-cost', { by: 'person' });
    for (const { name, cells } of reply.rows.map((row) => ({ name: row.cells[1], cells: row.cells }))) {
      expect(String(name).length).toBeGreaterThan(1);
      expect(String(cells[column(reply, 'cost')])).toMatch(/^\d+\.\d{2}$/);
    }
    // Of those who had no storm duty, no premium: ordinary and overtime hours at the rate since 5 October.
    let checked = 0;
    for (const { personId, lines } of stored) {
      const own = lines;
      if (own.length === 0 || own.some(({ classId }) => classId.startsWith('premium:'))) continue;
      const jobs = new Set(own.map(({ job }) => job));
      if (jobs.size > 1) continue;
      const number = numbers.get(personId)!;
      const rate = byNumber
        .get(number)!
        .find(({ jobType, firstDay }) => jobType === null && firstDay === workdayFromIso('2026-10-05'))!.rate;
      const plain = own.reduce(
        (sum, { hours, multiplier }) => sum + costOf(hours, rate, multiplier ?? 1),
        0n,
      );
      const row = reply.rows.find((one) => one.cells[0] === number)!;
      expect(row.cells[column(reply, 'cost')]).toBe(costText(plain));
      checked++;
      storm.add(personId);
    }
    expect(checked).toBeGreaterThan(10);
  });

  it('open into what is in them: a department into its people', async () => {
    const all = await report('hours-and-cost', { by: 'department' });
    for (const { key, cells } of all.rows) {
      const own = await report('hours-and-cost', { by: 'person', only: `department:${key}` });
      expect(sumOf(own, 'payable')).toBe(cells[column(all, 'payable')]);
      expect(own.says).toContain(String(cells[0]));
      expect(own.rows.every(({ personId }) => personId !== null)).toBe(true);
    }
  });

  it.each(['group', 'department', 'job', 'person'] as const)(
    'the bridge by %s walks from what the cards clocked to what they pay',
    async (by) => {
      const reply = await report('bridge', { by });
      const of = (pick: (one: Awaited<ReturnType<typeof cards>>[number]) => number) =>
        cards().then((all) => all.reduce((sum, one) => sum + pick(one), 0));
      expect(sumOf(reply, 'clocked')).toBe((await of(({ clockedSeconds }) => clockedSeconds)) * 25);
      expect(sumOf(reply, 'breaks')).toBe(-(await of(({ unpaidSeconds }) => unpaidSeconds)) * 25);
      expect(sumOf(reply, 'held')).toBe(-(await of(({ heldSeconds }) => heldSeconds)) * 25 + 0);
      expect(sumOf(reply, 'rounding')).toBe(-(await of(({ roundingSeconds }) => roundingSeconds)) * 25);
      // What writing hours in steps of pay gives or takes, by the lines; what is not worked is in such steps from the first.
      const steps = await of(({ lines }) =>
        lines
          .filter(({ multiplier }) => multiplier !== null)
          .reduce((sum, { hours, seconds }) => sum + hours - seconds * 25, 0),
      );
      expect(sumOf(reply, 'apportioning')).toBe(steps);
      expect(sumOf(reply, 'payable')).toBe(await payable());
      const sorted = await report('bridge', { by, sort: 'held' });
      const sizes = sorted.rows.map(({ cells }) => Math.abs(Number(cells[column(sorted, 'held')])));
      expect(sizes).toEqual([...sizes].sort((a, b) => b - a));
    },
  );

  it('the bridge by job opens into the people of each, who add up to it, and pays for a job what hours and cost say', async () => {
    const jobs = await report('bridge', { by: 'job' });
    const paid = await report('hours-and-cost', { by: 'job' });
    expect(jobs.rows.length).toBeGreaterThan(3);
    for (const { key, cells } of jobs.rows.filter((row) => row.key !== null)) {
      const people = await report('bridge', { by: 'person', only: `job:${key}` });
      for (const id of ['clocked', 'breaks', 'rounding', 'payable'])
        expect(sumOf(people, id)).toBe(cells[column(jobs, id)]);
      const row = paid.rows.find((one) => one.key === key);
      expect(row?.cells[column(paid, 'payable')]).toBe(cells[column(jobs, 'payable')]);
    }
  });

  it('the bridge says that cards are being computed, also of one job, of which they may be', async () => {
    const [one] = await cards();
    const at = (inputVersion: number) =>
      company.database.update(card).set({ inputVersion }).where(eq(card.personId, one!.personId));
    await at(one!.inputVersion + 1);
    for (const query of [{ by: 'job' }, { by: 'person', only: 'job:kittiwake' }] as const)
      expect((await report('bridge', query)).notes).toEqual([
        '1 cards are being computed, and are not among these.',
      ]);
    await at(one!.inputVersion);
  });

  it('overtime by cause is the overtime of the cards', async () => {
    const reply = await report('overtime');
    let plain = 0;
    for (const { lines } of await cards())
      for (const { classId, hours } of lines) if (classId.startsWith('overtime-')) plain += hours;
    expect(sumOf(reply, 'hours')).toBe(plain);
    expect(plain).toBeGreaterThan(0);
  });

  it('of others: planned and worked, exceptions, the average before a holiday, punches, changes', async () => {
    const clocked = (await cards()).reduce((sum, { clockedSeconds }) => sum + clockedSeconds, 0);
    expect(sumOf(await report('planned-and-worked'), 'clocked')).toBe(clocked);
    const open = (await cards()).reduce((sum, { exceptions }) => sum + exceptions.length, 0);
    expect((await report('exceptions')).rows).toHaveLength(open);
    const average = await report('holiday-average', { choice: '4' });
    expect(average.says).toContain('30 Oct 2026, Lantern Day');
    const punches = await report('punches');
    expect(punches.rows.length).toBeGreaterThan(1000);
    expect(punches.rows[0]?.cells.at(-1)).toMatch(/^file: clocks\.csv, line \d+$/);
    expect((await report('changes')).rows).toEqual([]);
  });

  it('a time card has each day once, adds up to the card, and says who signs it', async () => {
    const [one] = (await cards()).filter(({ payableHours }) => payableHours > 0);
    const { reply, sign } = await makeReport(company, company.who, company.periodId, 'time-card', {
      person: String(one!.personId),
    });
    expect(reply.rows).toHaveLength(14);
    expect(sumOf(reply, 'payable')).toBe(one!.payableHours);
    expect(reply.says).toContain(sign!);
    const refused = makeReport(company, company.who, company.periodId, 'time-card', {});
    await expect(refused).rejects.toMatchObject({ status: 422, more: { field: 'person' } });
  });

  it('side by side says where there is nothing to compare with', async () => {
    for (const choice of ['last', 'year'])
      await expect(report('comparison', { choice })).rejects.toMatchObject({ status: 404 });
    // A month of another schedule that held the same days a year before is not like this fortnight.
    const [{ insertId }] = await company.database.insert(schedule).values({ name: 'Monthly', scheme: null });
    await company.database.insert(period).values({
      scheduleId: insertId,
      firstDay: workdayFromIso('2025-10-01'),
      lastDay: workdayFromIso('2025-10-31'),
    });
    await expect(report('comparison', { choice: 'year' })).rejects.toMatchObject({ status: 404 });
  });

  it('averages everybody, however far apart their numbers in the database lie', async () => {
    const before = await report('holiday-average', { choice: '4' });
    const last = (await cards()).at(-1)!.personId;
    const moveTo = (from: number, to: number) =>
      company.database.transaction(async (tx) => {
        await tx.execute(sql`SET foreign_key_checks = 0`);
        await tx.execute(sql`UPDATE person SET id = ${to} WHERE id = ${from}`);
        for (const table of ['card', 'card_result'])
          await tx.execute(
            sql`UPDATE ${sql.identifier(table)} SET person_id = ${to} WHERE person_id = ${from}`,
          );
        await tx.execute(sql`SET foreign_key_checks = 1`);
      });
    await moveTo(last, last + 5000);
    const after = await report('holiday-average', { choice: '4' });
    await moveTo(last + 5000, last);
    expect(after.rows.map(({ cells }) => cells)).toEqual(before.rows.map(({ cells }) => cells));
  });

  it('are listed with what each can be asked; what is none of that is refused with what is', async () => {
    const { reports } = await listReports(company);
    expect(reports.map(({ name }) => name)).toEqual(REPORTS.map(({ name }) => name));
    for (const { shelf } of reports) expect(REPORT_SHELVES).toContain(shelf);
    await expect(report('hours')).rejects.toMatchObject({ status: 422, more: { field: 'report' } });
    await expect(report('comparison', { choice: 'decade' })).rejects.toThrow('Choose one of last, year.');
  });

  it('as files read back as what is shown, formula-looking text made harmless', async () => {
    for (const name of REPORTS.map((one) => one.name).filter(
      (one) => one !== 'comparison' && one !== 'time-card',
    )) {
      const reply = await report(name);
      const rows = parse(Buffer.from(await fileOfReport(reply, 'csv', fileBy()))) as string[][];
      const hasSums = reply.sums.some((sum) => sum !== null && sum !== '');
      expect(rows).toHaveLength(1 + reply.rows.length + (hasSums ? 1 : 0));
      const book = new exceljs.Workbook();
      await book.xlsx.load((await fileOfReport(reply, 'xlsx', fileBy())) as never);
      expect(book.worksheets[0]?.rowCount).toBe(rows.length);
      const at = reply.columns.findIndex(({ kind }) => kind === 'hours');
      if (at < 0 || reply.rows.length === 0) continue;
      const shown = reply.rows.map(({ cells }) => (Number(cells[at]) / 90_000).toFixed(2));
      expect(rows.slice(1, 1 + shown.length).map((cells) => Number(cells[at]).toFixed(2))).toEqual(shown);
      expect(book.worksheets[0]?.getRow(2).getCell(at + 1).value).toBe(Number(shown[0]));
    }
    const made = await report('changes');
    const cells = made.columns.map(({ kind }) => (kind === 'text' ? '=1+1' : 0));
    const risky = { ...made, rows: [{ cells, personId: null, key: null }] };
    const [, row] = parse(Buffer.from(await fileOfReport(risky, 'csv', fileBy()))) as string[][];
    expect(row?.[2]).toBe("'=1+1");
    const most = { ...risky, rows: Array.from({ length: MOST_ROWS_ON_PAPER + 1 }, () => risky.rows[0]!) };
    let printed: Paper | undefined;
    const paper = async (given: Paper) => {
      printed = given;
      return new Uint8Array();
    };
    await fileOfReport(most, 'pdf', { ...fileBy(), print: { ...company.print, paper } });
    expect(printed?.rows).toHaveLength(MOST_ROWS_ON_PAPER);
    expect(printed?.before?.at(-1)).toBe(
      'These are the first 12,000 of 12,001 rows: saved as CSV it has all.',
    );
    const pdf = await fileOfReport(await report('hours-and-cost'), 'pdf', { ...fileBy(), sign: 'Somebody' });
    expect(Buffer.from(pdf).subarray(0, 5).toString()).toBe('%PDF-');
  });

  it('are written for their reader on paper and in workbooks, and alike for every program', async () => {
    const reply = await report('time-card', { person: String((await cards())[0]!.personId) });
    const by = fileBy({ hours: 'hours and minutes', dates: 'month day year' });
    const texts = (await fileOfReport(reply, 'csv', by)).toString();
    expect(texts).toBe((await fileOfReport(reply, 'csv', fileBy())).toString());
    let printed: Paper | undefined;
    const paper = async (given: Paper) => {
      printed = given;
      return new Uint8Array();
    };
    await fileOfReport(reply, 'pdf', { ...by, print: { ...by.print, paper } });
    const [payable, day] = [column(reply, 'payable'), column(reply, 'day')];
    expect(printed?.rows[0]?.[day]).toBe('Oct 19, 2026');
    expect(printed?.rows.at(-1)?.[payable]).toMatch(/^\d+ h( \d+ m)?( \d+ s)?$/);
    const book = new exceljs.Workbook();
    await book.xlsx.load((await fileOfReport(reply, 'xlsx', by)) as never);
    const sum = book.worksheets[0]!.getRow(reply.rows.length + 2).getCell(payable + 1);
    // A workbook counts time in days, from the end of 1899 on.
    const days = (new Date(String(sum.value)).getTime() - Date.UTC(1899, 11, 30)) / 86_400_000;
    expect(days * 24).toBeCloseTo(Number(reply.sums[payable]) / 90_000, 2);
    expect(sum.numFmt).toBe('[h]" h "mm" m"');
  });
});

describe('a report of any days', () => {
  const day = workdayFromIso;
  const between = (from: string, to: string): ReportQuery => ({ from: day(from), to: day(to) });

  it('adds up over the parts of a period to the period, and across periods to both', async () => {
    const whole = await report('hours-and-cost');
    const parts = [between('2026-10-19', '2026-10-25'), between('2026-10-26', '2026-11-01')];
    const sums = await Promise.all(
      parts.map(async (query) => Number(sumOf(await report('hours-and-cost', query), 'payable'))),
    );
    expect(sums.every((sum) => sum > 0)).toBe(true);
    expect(sums[0]! + sums[1]!).toBe(sumOf(whole, 'payable'));
    const long = await report('hours-and-cost', between('2026-09-01', '2026-11-01'));
    const all = (await storedCards(company.database, undefined)).reduce(
      (sum, one) => sum + one.payableHours,
      0,
    );
    expect(sumOf(long, 'payable')).toBe(all);
    expect([long.firstDay, long.lastDay]).toEqual([day('2026-09-01'), day('2026-11-01')]);
  });

  it('is refused for days that cannot be, and where it is made of a period', async () => {
    const refused = async (name: string, query: ReportQuery) =>
      report(name, query).then(
        () => 'shown',
        (error: Error) => error.message,
      );
    expect(await refused('shifts', { from: day('2026-10-19') })).toBe('Give the last day, too.');
    expect(await refused('shifts', between('2026-10-20', '2026-10-19'))).toMatch(/before the first/);
    expect(await refused('shifts', between('2024-10-20', '2026-10-19'))).toMatch(/At most 400 days/);
    expect(await refused('bridge', between('2026-10-19', '2026-10-20'))).toMatch(/made of a period/);
  });

  it('by site adds up to the cards', async () => {
    const reply = await report('hours-and-cost', { by: 'site' });
    expect(sumOf(reply, 'payable')).toBe(await payable());
    expect(reply.rows.map(({ cells }) => cells[0]).sort()).toEqual(['Ebb Point', 'Northquay', 'Saltholm']);
  });
});

describe('the list of shifts', () => {
  it('adds up to the cards by day, by week and in all', async () => {
    for (const choice of ['day', 'week', 'all']) {
      const reply = await report('shifts', { choice });
      expect([choice, sumOf(reply, 'payable')]).toEqual([choice, await payable()]);
    }
  });

  it('says of each day when it began and ended by the clock of the site, with the hours of that day', async () => {
    const [one] = (await cards()).filter(({ lines }) => lines.some(({ classId }) => classId === 'ordinary'));
    const reply = await report('shifts', { person: String(one!.personId) });
    expect(new Set(reply.rows.map(({ personId }) => personId))).toEqual(new Set([one!.personId]));
    const signed = await report('time-card', { person: String(one!.personId) });
    const [times, on] = [column(signed, 'times'), column(signed, 'day')];
    for (const { cells } of reply.rows) {
      const text = String(
        signed.rows.find((row) => row.cells[on] === cells[column(reply, 'day')])!.cells[times],
      );
      const [first, last] = [text.split('–')[0], text.split('–').at(-1)];
      expect([cells[column(reply, 'in')], cells[column(reply, 'out')]]).toEqual([first, last]);
    }
  });

  it('is of one department or site alone where that is asked for', async () => {
    const deck = await report('shifts', { only: 'department:deck' });
    expect(new Set(deck.rows.map(({ cells }) => cells[column(deck, 'department')]))).toEqual(
      new Set(['Deck']),
    );
    const point = await report('shifts', { only: 'site:ebb-point' });
    expect(new Set(point.rows.map(({ cells }) => cells[column(point, 'site')]))).toEqual(
      new Set(['Ebb Point']),
    );
  });

  it('has all its rows as CSV by parts, the same as on screen', async () => {
    const long = (await rowsInParts(company, company.who, company.periodId, 'shifts', { choice: 'week' }))!;
    let text = '';
    for await (const part of csvInParts(long.columns, long.rows)) text += part;
    const shown = await report('shifts', { choice: 'week' });
    expect(parse(text)).toHaveLength(shown.rows.length + 1);
  });
});

describe('who has no hours', () => {
  it('are those whose cards pay nothing on these days', async () => {
    const reply = await report('no-hours');
    const paid = new Set(
      (await cards()).filter(({ payableHours }) => payableHours > 0).map((one) => one.personId),
    );
    const all = (await cards()).map(({ personId }) => personId);
    expect(reply.rows.map(({ personId }) => personId).sort()).toEqual(
      all.filter((id) => !paid.has(id)).sort(),
    );
    const sunday = await report('no-hours', {
      from: workdayFromIso('2026-11-01'),
      to: workdayFromIso('2026-11-01'),
    });
    expect(sunday.rows.length).toBeGreaterThan(reply.rows.length);
  });
});

describe('lateness and absence', () => {
  it('stay in their totals after they were accepted', async () => {
    const before = await report('lateness');
    expect(before.rows.length).toBeGreaterThan(2);
    const [late] = (await cards()).flatMap(({ personId, exceptions }) =>
      exceptions.filter(({ kind }) => kind === 'late-in').map((one) => ({ personId, ...one })),
    );
    expect(late).toBeDefined();
    const { personId, key: exception, workday } = late!;
    await correct(
      company,
      null,
      company.who,
      { periodId: company.periodId, personId },
      {
        says: { kind: 'accept', exception, workday },
        settles: exception,
        note: 'Rang in',
      },
    );
    const after = await report('lateness');
    for (const id of ['late', 'lateBy', 'early', 'earlyBy', 'absent'])
      expect(sumOf(after, id)).toBe(sumOf(before, id));
    expect(sumOf(after, 'accepted')).toBe(Number(sumOf(before, 'accepted')) + 1);
  });
});

describe('a report that may be too long to show', () => {
  it('has all its rows as CSV, by parts; what is shown is the first of them, and says so', async () => {
    const long = (await rowsInParts(company, company.who, company.periodId, 'punches', {}))!;
    let text = '';
    for await (const part of csvInParts(long.columns, long.rows)) text += part;
    const rows = parse(text) as string[][];
    const whole = await report('punches');
    expect(rows).toEqual(parse(Buffer.from(await fileOfReport(whole, 'csv', fileBy()))));
    // Counted a second way: the file of the generator, of whose lines some are the same twice, and some of badges that nobody owns.
    const [counted] = await company.database
      .select({ rows: count() })
      .from(punch)
      .innerJoin(badgeOwner, eq(badgeOwner.badgeId, punch.badgeId))
      .where(isNotNull(badgeOwner.personId));
    const outside = counted!.rows - (rows.length - 1);
    expect(outside).toBeGreaterThanOrEqual(0);
    expect(outside).toBeLessThan(counted!.rows / 50);
    const again = async function* () {
      yield whole.rows.slice(0, 7);
      yield whole.rows.slice(7, 14);
    };
    expect(await firstRows(again(), 10)).toEqual({ rows: whole.rows.slice(0, 10), isAll: false });
    expect(await firstRows(again(), 14)).toEqual({ rows: whole.rows.slice(0, 14), isAll: true });
    expect(await rowsInParts(company, company.who, company.periodId, 'bridge', {})).toBeNull();
  });
});

describe('a list of rates', () => {
  const take = (text: string) => takeRates(company, company.who, null, text);
  it('adds what is new and changes what differs', async () => {
    expect(
      await take('number,rate,job type,from\nMF-0101,20.5,,2026-10-20\nMF-0102,21,storm,2026-10-20\n'),
    ).toMatchObject({
      added: 2,
      changed: 0,
    });
    expect(await take('Number;Rate;Valid from\nMF-0101;20,75;2026-10-20\n')).toMatchObject({
      added: 0,
      changed: 1,
    });
    const { rates } = await ratesOf(company, company.who);
    expect(
      rates.find(({ number, firstDay }) => number === 'MF-0101' && firstDay === workdayFromIso('2026-10-20'))
        ?.rate,
    ).toBe(207_500);
  });

  it.each([
    ['number,rate,from\n\nMF-9999,20,2026-10-20\n', 'Line 3: nobody has the number MF-9999.'],
    ['number,rate,from\nMF-0101,a lot,2026-10-20\n', 'Line 2: a lot is no rate'],
    ['number,rate,from\nMF-0101,20,\n', 'Line 2: say from which day'],
    ['number,rate,from\nMF-0101,20,20.10.2026\n', 'Line 2: 20.10.2026 is no day'],
    ['number,rate,job type,from\nMF-0101,20,quay,2026-10-20\n', 'no job is of the type quay: there is storm'],
    ['number,rate,from\nMF-0101,20,2026-10-21\nMF-0101,21,2026-10-21\n', 'in line 2 already'],
    ['number,rate\nMF-0101,20\n', 'has no column for the first day'],
  ])('that is wrong is refused, and changes nothing: %j', async (text, says) => {
    const before = await ratesOf(company, company.who);
    await expect(take(text)).rejects.toThrow(says);
    expect(await ratesOf(company, company.who)).toEqual(before);
  });
});
