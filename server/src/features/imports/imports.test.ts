import type { Mapping } from '@heath/core';
import ExcelJS from 'exceljs';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { importChunk, importFile, importRefusal, punch, task } from '../../database/schema.ts';
import { Problem } from '../../http/problem.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { describe as describeImport, receive, start } from './service.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('imports');
});
afterAll(() => company.close());
beforeEach(async () => {
  for (const table of [punch, importRefusal, importChunk, importFile, task])
    await company.database.delete(table);
});

const MAPPING: Mapping = { columns: ['person', 'moment', 'kind', 'job', 'site'], dateOrder: 'iso' };
const HEADER = 'Person no,Punched at,Type,Job,Site';
const GOOD = 'MF-0101,2026-10-20T08:00:00+01:00,in,Kittiwake,Northquay';

async function importText(text: string | Buffer, mapping: Mapping = MAPPING) {
  const id = await receive(company, 1, 'test.csv', bytes(text));
  await start(company, id, mapping);
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
    expect(done).toMatchObject({ added: 1, refused: 10 });
    expect(await refusals()).toEqual([
      [3, 'person', 'MF-9999', 'unknown-person'],
      [4, 'date', '2026-02-30', 'impossible-date'],
      [5, 'moment', '1986-10-20T08:00:00Z', 'too-far-off'],
      [6, 'moment', '2066-10-20T08:00:00Z', 'too-far-off'],
      [7, 'person', '=HYPERLINK("x")', 'unknown-person'],
      [8, 'kind', 'sideways', 'unknown-kind'],
      [9, 'job', 'Submarine', 'unknown-job'],
      [10, 'time', '2026-10-25 01:30', 'doubled-hour'],
      [11, 'ignore', 'MF-0102', 'columns-missing'],
      [12, 'person', 'MF-0121', 'not-employed'],
    ]);
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
    const workbook = new ExcelJS.Workbook();
    const sheet = workbook.addWorksheet('Punches');
    sheet.addRow(['Person no', 'When', 'Type']);
    sheet.addRow(['MF-0101', new Date(Date.UTC(2026, 9, 20, 8, 0, 5)), 'in']);
    sheet.addRow(['MF-0101', new Date(Date.UTC(2026, 9, 20, 16, 30, 0)), 'out']);
    const file = Buffer.from(await workbook.xlsx.writeBuffer());
    const done = await importText(file, { columns: ['person', 'moment', 'kind'], dateOrder: 'iso' });
    expect(done).toMatchObject({ status: 'done', added: 2, refused: 0 });
    expect((await punches())[0]!.at).toBe(Date.UTC(2026, 9, 20, 7, 0, 5) / 1000);
  });

  it('asks for the order of day and month where both are possible, and not where one is', async () => {
    const preview = async (text: string) =>
      (await describeImport(company, await receive(company, 1, 'x.csv', bytes(text)))).preview;
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
    ['an empty file', '', 'The file is empty.'],
    ['a header alone', `${HEADER}\n`, 'no rows'],
    ['another encoding', Buffer.from(`${HEADER}\nMF-0101,Jos\xe9`, 'latin1'), 'not in UTF-8'],
    ['a binary file', Buffer.from('\x89PNG\0\0\0\n'.repeat(50), 'latin1'), 'not in UTF-8'],
    ['a text with zero bytes', Buffer.from('a,b\0\n1,2\n'), 'not a text file'],
    ['a broken workbook', Buffer.from('PK\x03\x04 no workbook'), 'cannot be opened'],
    ['one endless line', Buffer.alloc(3_000_000, 'x'), 'longer than 64 kB'],
  ])('says what is wrong with %s and keeps nothing of it', async (_name, text, message) => {
    await expect(receive(company, 1, 'bad.csv', bytes(text))).rejects.toThrow(message);
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
    await expect(receive(company, 1, 'huge.csv', endless())).rejects.toThrow('larger than 256 MB');
    expect(await company.database.select().from(importChunk)).toEqual([]);
  });

  it('is carried out once, however often it is started', async () => {
    const id = await receive(company, 1, 'test.csv', bytes(`${HEADER}\n${GOOD}`));
    await start(company, id, MAPPING);
    await expect(start(company, id, MAPPING)).rejects.toBeInstanceOf(Problem);
    await company.work();
    await expect(start(company, id, MAPPING)).rejects.toThrow('being imported, or was');
    expect(await punches()).toHaveLength(1);
  });
});
