import { instant, type Mapping } from '@heath/core';
import fc from 'fast-check';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Disk } from '../../base/disk.ts';
import { Problem } from '../../base/problem.ts';
import {
  answeredWrite,
  importChunk,
  importFile,
  importRefusal,
  punch,
  punchSource,
  task,
} from '../../database/schema/index.ts';
import { bytes, type Company, emptied, freshCompany, generatedLines } from '../../testing/company.ts';
import { sheetNumber, workbook, workbookParts, zipped } from '../../testing/workbook.ts';
import { describe as describeImport, receive, start } from './service.ts';
import { forgetHalfReceived, lastImportId } from './store.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('imports');
});
afterAll(() => company.close());
beforeEach(async () => {
  await emptied(company, [punch, punchSource, importRefusal, importChunk, importFile, task, answeredWrite]);
});

const MAPPING: Mapping = { columns: ['person', 'moment', 'kind', 'job', 'site'], dateOrder: 'iso' };
const HEADER = 'Person no,Punched at,Type,Job,Site';
const GOOD = 'MF-0101,2026-10-20T08:00:00+01:00,in,Kittiwake,Northquay';

async function importText(text: string | Buffer, mapping: Mapping = MAPPING) {
  const id = await receive(company, company.who, null, 'test.csv', bytes(text));
  await start(company, company.who, null, id, mapping);
  await company.work();
  return describeImport(company, id);
}
const punches = () => company.database.select().from(punch);
const refusals = async () =>
  (await company.database.select().from(importRefusal)).map(({ line, field, value, reason }) => [
    line,
    field,
    value,
    reason,
  ]);

describe('importing punches', () => {
  it('adds every row of a generated file, and nothing when the same file comes again', async () => {
    const lines = generatedLines();
    const first = await importText(lines.join('\n'));
    expect(first).toMatchObject({ status: 'done', added: lines.length - 1, known: 0, refused: 0 });
    const again = await importText(lines.join('\n'));
    expect(again).toMatchObject({
      status: 'done',
      added: 0,
      known: lines.length - 1,
      refused: 0,
      sameAs: first.id,
    });
    expect(await punches()).toHaveLength(lines.length - 1);
  });

  it('adds only what is new of an overlapping file', async () => {
    const [header, ...rows] = generatedLines();
    await importText([header, ...rows.slice(0, 300)].join('\n'));
    const second = await importText([header, ...rows.slice(200, 500)].join('\r\n'));
    expect(second).toMatchObject({ added: 200, known: 100 });
  });

  it('refuses bad rows one by one, with line, value and reason, and takes the good ones', async () => {
    const done = await importText(
      [
        HEADER,
        GOOD,
        'MF-9999,2026-10-20T08:00:00Z,in,,',
        'MF-0102,2026-02-30T08:00:00Z,in,,',
        'MF-0102,1986-10-20T08:00:00Z,in,,',
        'MF-0102,2066-10-20T08:00:00Z,in,,',
        '"=HYPERLINK(""x"")",2026-10-20T08:00:00Z,in,,',
        'MF-0102,2026-10-20T08:00:00Z,sideways,,',
        'MF-0102,2026-10-20T08:00:00Z,in,Submarine,',
        'MF-0102,2026-10-25 01:30,in,,',
        'MF-0102',
        'MF-0121,2026-10-30T08:00:00Z,in,,',
      ].join('\n'),
    );
    // The last came after its person had left: it is kept, and waits for whoever has the badge then.
    expect(done).toMatchObject({ added: 2, refused: 9, unowned: 1 });
    expect(await refusals()).toEqual([
      [3, 'person', 'MF-9999', 'no-site'],
      [4, 'date', '2026-02-30', 'impossible-date'],
      [5, 'moment', '1986-10-20T08:00:00Z', 'too-far-off'],
      [6, 'moment', '2066-10-20T08:00:00Z', 'too-far-off'],
      [7, 'person', '=HYPERLINK("x")', 'not-a-badge'],
      [8, 'kind', 'sideways', 'unknown-kind'],
      [9, 'job', 'Submarine', 'unknown-job'],
      [10, 'time', '2026-10-25 01:30', 'doubled-hour'],
      [11, 'ignore', 'MF-0102', 'columns-missing'],
    ]);
  });

  it('says how many punches lie outside every pay period, by the wall clock of their site', async () => {
    // The period begins on 19 October and ends on 1 November; in London the clock is an hour ahead of UTC on the first of these days.
    const rows = [
      'MF-0101,2026-10-18T22:59:59Z,in,Kittiwake,Northquay',
      'MF-0101,2026-10-18T23:00:00Z,out,Kittiwake,Northquay',
      'MF-0101,2026-11-01T23:59:59Z,in,Kittiwake,Northquay',
      'MF-0101,2026-11-02T00:00:00Z,out,Kittiwake,Northquay',
    ];
    expect(await importText([HEADER, ...rows].join('\n'))).toMatchObject({ added: 4, outside: 2 });
  });

  it('names the line of the file, also after empty lines and line ends inside quotes', async () => {
    await importText(
      [HEADER, '', GOOD, '"MF-0102","2026-10-20T08:00:00Z","in","","a\nb"', 'MF-9999,x,in,,'].join('\n'),
    );
    expect((await refusals()).map(([line]) => line)).toEqual([4, 6]);
  });

  it('reads local times on the site’s clock, in summer and after the clocks went back', async () => {
    const columns = ['person', 'date', 'time', 'kind'] as const;
    await importText('No;Date;Time;Kind\nMF-0101;24/10/2026;10:00 pm;in\nMF-0101;25.10.2026;06:00;out', {
      columns,
      dateOrder: 'day-month-year',
    });
    const [first, second] = (await punches()).map((row) => row.at).sort();
    expect(second! - first!).toBe(9 * 3600);
  });

  it('reads XLSX, with dates as the sheet keeps them', async () => {
    const at = (hour: number, minute: number, second: number) => ({
      moment: sheetNumber(Date.UTC(2026, 9, 20, hour, minute, second)),
    });
    const file = workbook([
      ['Person no', 'When', 'Type'],
      ['MF-0101', at(8, 0, 5), 'in'],
      ['MF-0101', at(16, 30, 0), 'out'],
    ]);
    const done = await importText(file, { columns: ['person', 'moment', 'kind'], dateOrder: 'iso' });
    expect(done).toMatchObject({ status: 'done', added: 2, refused: 0 });
    expect((await punches())[0]!.at).toBe(Date.UTC(2026, 9, 20, 7, 0, 5) / 1000);
  });

  it('asks for the order of day and month where both are possible, and not where one is', async () => {
    const preview = async (text: string) =>
      (await describeImport(company, await receive(company, company.who, null, 'x.csv', bytes(text))))
        .preview;
    expect(await preview('Person,Date,Time\nMF-0101,03/04/2026,08:00')).toMatchObject({ dateOrder: null });
    expect(await preview('Person,Date,Time\nMF-0101,25/04/2026,08:00')).toMatchObject({
      dateOrder: 'day-month-year',
    });
    expect(await preview('Person,Date,Time\nMF-0101,04/25/2026,08:00')).toMatchObject({
      dateOrder: 'month-day-year',
    });
    expect(await preview('Person,Date,Date,Time\nMF-0101,04/25/2026,,08:00')).toMatchObject({
      duplicateHeaders: ['Date'],
    });
  });

  it.each([
    ['CRLF, then LF', '\r\n', '\n'],
    ['CRLF, then CR', '\r\n', '\r'],
    ['LF, then CRLF', '\n', '\r\n'],
  ])('takes every row where the line ends change after the header: %s', async (_name, first, then) => {
    const [header, ...rows] = generatedLines();
    const done = await importText(`${header}${first}${rows.slice(0, 10).join(then)}${then}`);
    expect(done).toMatchObject({ status: 'done', added: 10, known: 0, refused: 0 });
  });

  it('takes every row with one stray line end among the others', async () => {
    const [header, ...rows] = generatedLines();
    const done = await importText(
      `${[header, ...rows.slice(0, 4)].join('\r\n')}\n${rows.slice(4, 9).join('\r\n')}`,
    );
    expect(done).toMatchObject({ status: 'done', added: 9, refused: 0 });
  });

  it('refuses by line a row with more or fewer cells than the header', async () => {
    const done = await importText([HEADER, `${GOOD},surplus`, 'MF-0101,x', GOOD].join('\n'));
    expect(done).toMatchObject({ added: 1, refused: 2 });
    expect(await refusals()).toEqual([
      [2, 'ignore', 'surplus', 'columns-surplus'],
      [3, 'ignore', 'MF-0101,x', 'columns-missing'],
    ]);
  });

  it('accounts for every row of a random file: added, known or refused', async () => {
    const [header, ...rows] = generatedLines();
    const row = fc.oneof(
      { weight: 6, arbitrary: fc.nat(rows.length - 1).map((i) => rows[i]!) },
      {
        weight: 1,
        arbitrary: fc.constantFrom(
          'MF-9999,2026-10-20,in,,',
          'MF-0101',
          ',,,,',
          `${GOOD},more`,
          '"a\nb",,,,',
          ' ',
        ),
      },
    );
    const line = fc.record({
      row,
      end: fc.constantFrom('\r\n', '\n', '\r'),
      empty: fc.constantFrom(0, 0, 1),
    });
    await fc.assert(
      fc.asyncProperty(fc.array(line, { minLength: 1, maxLength: 40 }), async (lines) => {
        const text = lines.map((one) => one.row + one.end.repeat(1 + one.empty)).join('');
        const done = await importText(`${header}\r\n${text}`);
        expect(done.error).toBeNull();
        expect(done.added + done.known + done.refused).toBe(lines.length);
      }),
      { numRuns: 25 },
    );
  });

  it('keeps a bounded part of refused rows, however long they are', async () => {
    const long = Array.from({ length: 1500 }, (_, i) => `MF-9999,${i},in,${'x'.repeat(60_000)},`);
    const before = process.memoryUsage().heapUsed;
    const done = await importText([HEADER, ...long].join('\n'));
    expect(done).toMatchObject({ status: 'done', refused: 1500 });
    const [row] = await company.database.select().from(importRefusal).limit(1);
    expect(JSON.stringify(row!.cells).length).toBeLessThan(1100);
    expect(row!.cells[3]).toMatch(/^x+…$/);
    expect((process.memoryUsage().heapUsed - before) / 1024 / 1024).toBeLessThan(150);
  });

  it('refuses a sheet whose row has a number of twelve digits, and a file of 300 columns, in words', async () => {
    const parts = workbookParts([
      ['Person no', 'When'],
      ['MF-0101', '2026-10-20 08:00'],
    ]);
    const sheet = parts['xl/worksheets/sheet1.xml']!.replace('r="2"', 'r="999999999999"');
    const far = zipped({ ...parts, 'xl/worksheets/sheet1.xml': sheet });
    await expect(receive(company, company.who, null, 'far.xlsx', bytes(far))).rejects.toThrow(
      'a number that no sheet has',
    );
    const wide = Array.from({ length: 300 }, (_, i) => `c${i}`).join(',');
    await expect(receive(company, company.who, null, 'wide.csv', bytes(`${wide}\n${wide}`))).rejects.toThrow(
      'The file has 300 columns; Heath takes up to 200.',
    );
  });

  it('an upload that is sent again with its key is the same import, also when both come at once', async () => {
    const write = { key: 'upload-0001', about: 'x'.repeat(64) };
    const send = () => receive(company, company.who, write, 'test.csv', bytes(`${HEADER}\n${GOOD}`));
    const ids = await Promise.all([send(), send()]);
    expect(ids[0]).toBe(ids[1]);
    expect(await send()).toBe(ids[0]);
    expect(await company.database.select().from(importFile)).toHaveLength(1);
  });

  it('what a server was receiving when it died is gone after its next start', async () => {
    await company.database.insert(importFile).values([
      { name: 'half.csv', status: 'receiving', receivedBy: company.server, madeBy: 1, madeAt: instant(0) },
      { name: 'other.csv', status: 'receiving', receivedBy: 'other:4870', madeBy: 1, madeAt: instant(0) },
    ]);
    const last = await lastImportId(company.database);
    // Whoever asked again at once is sending it to the server that is up again.
    await company.database.insert(importFile).values({
      name: 'again.csv',
      status: 'receiving',
      receivedBy: company.server,
      madeBy: 1,
      madeAt: instant(0),
    });
    await forgetHalfReceived(company.database, company.server, last);
    const left = await company.database.select().from(importFile);
    expect(left.map(({ name }) => name)).toEqual(['other.csv', 'again.csv']);
  });

  it('takes nothing in while the disk is full, and says what, where and how much is needed', async () => {
    const full = { ...company, disk: new Disk('/data', () => 35 * 1024 * 1024) };
    await expect(receive(full, company.who, null, 'test.csv', bytes(`${HEADER}\n${GOOD}`))).rejects.toThrow(
      'The disk below /data has 35 MB left; 200 MB are needed.',
    );
    expect(full.disk.state()).toMatchObject({ full: true, freeMegabytes: 35 });
    expect(new Disk('/data', () => 5 * 1024 ** 3).state()).toBeNull();
  });

  it.each([
    ['an empty file', '', 'The file is empty.'],
    ['a header alone', `${HEADER}\n`, 'no rows'],
    ['the older kind of workbook', Buffer.from('d0cf11e0a1b11ae1', 'hex'), 'of the older kind'],
    ['another encoding', Buffer.from(`${HEADER}\nMF-0101,Jos\xe9`, 'latin1'), 'not in UTF-8'],
    ['a binary file', Buffer.from('\x89PNG\0\0\0\n'.repeat(50), 'latin1'), 'not in UTF-8'],
    ['a text with zero bytes', Buffer.from('a,b\0\n1,2\n'), 'not a text file'],
    ['a broken workbook', Buffer.from('PK\x03\x04 no workbook'), 'cannot be opened'],
    ['one endless line', Buffer.alloc(3_000_000, 'x'), 'longer than 64 kB'],
  ])('says what is wrong with %s and keeps nothing of it', async (_name, text, message) => {
    await expect(receive(company, company.who, null, 'bad.csv', bytes(text))).rejects.toThrow(message);
    expect(await company.database.select().from(importFile)).toEqual([]);
    expect(await company.database.select().from(importChunk)).toEqual([]);
  });

  it('an endless line after good rows fails the file and leaves nothing of it', async () => {
    const many = Array.from({ length: 30_000 }, (_, i) =>
      GOOD.replace('08:00:00', `08:00:${String(i % 60).padStart(2, '0')}`),
    );
    const failed = await importText([HEADER, ...many, 'x'.repeat(3_000_000)].join('\n'));
    expect(failed.status).toBe('failed');
    expect(failed.error).toContain('Line 30002 is longer than 64 kB');
    expect(await punches()).toEqual([]);
  });

  it('gives up on a file above the limit without keeping it', async () => {
    async function* endless() {
      for (;;) yield Buffer.alloc(4 * 1024 * 1024, 'x');
    }
    await expect(receive(company, company.who, null, 'huge.csv', endless())).rejects.toThrow(
      'larger than 256 MB',
    );
    expect(await company.database.select().from(importChunk)).toEqual([]);
  });

  it('is carried out once, however often it is started', async () => {
    const id = await receive(company, company.who, null, 'test.csv', bytes(`${HEADER}\n${GOOD}`));
    await start(company, company.who, null, id, MAPPING);
    await expect(start(company, company.who, null, id, MAPPING)).rejects.toBeInstanceOf(Problem);
    await company.work();
    await expect(start(company, company.who, null, id, MAPPING)).rejects.toThrow('being imported, or was');
    expect(await punches()).toHaveLength(1);
  });
});
