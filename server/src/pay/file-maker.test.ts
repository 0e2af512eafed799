import {
  type BatchLine,
  classOf,
  hoursOf,
  isSound,
  type Layout,
  totalsOf,
  workdayFromIso,
} from '@heath/core';
import { LAYOUTS } from '@heath/demo';
import exceljs from 'exceljs';
import { describe, expect, it } from 'vitest';
import { paperOf } from '../http/paper.ts';
import { headOf } from './batch-lines.ts';
import { fileMaker } from './file-maker.ts';

const day = workdayFromIso;
const HEAD = headOf(7, { firstDay: day('2026-10-19'), lastDay: day('2026-11-01'), payDay: null });
const line = (seq: number, person: string, code: string, hours: number, name = 'Ada Lee'): BatchLine => ({
  seq,
  person,
  name,
  group: 'afloat',
  workday: day('2026-10-19'),
  code,
  codeName: 'Ordinary',
  account: null,
  classId: classOf(1),
  multiplier: 1,
  rule: null,
  job: null,
  department: 'deck',
  site: null,
  costCenter: '0042',
  hours: hoursOf(Math.round(hours * 3600)),
  corrects: null,
});
const LINES = [
  line(1, 'MF-0101', '110', 8),
  line(2, 'MF-0101', '215', 0.5),
  line(3, 'MF-0102', '110', -1.25, '=cmd()'),
];
const [TIDELINE, LEDGER, PAPER] = LAYOUTS as readonly [Layout, Layout, Layout];

async function made(layout: Layout, only: ReadonlySet<number> | null = null) {
  const parts: Uint8Array[] = [];
  const maker = fileMaker(layout, HEAD, async (bytes) => void parts.push(bytes), paperOf, only);
  await maker.start(totalsOf(layout, LINES, only));
  await maker.add(LINES);
  const check = await maker.end();
  return { bytes: Buffer.concat(parts), check };
}

describe('a file of a batch', () => {
  it('is a workbook that a general reader reads back: figures as figures, to the hundredth, and words as words', async () => {
    const columns = [
      ...TIDELINE.columns,
      { ...TIDELINE.columns[0]!, holds: 'name', heading: 'NAME' } as Layout['columns'][number],
    ];
    const { bytes, check } = await made({ ...TIDELINE, kind: 'xlsx', columns });
    expect(isSound(check)).toBe(true);
    const book = new exceljs.Workbook();
    await book.xlsx.load(bytes as never);
    const rows = book.worksheets[0]!.getSheetValues().slice(1) as unknown[][];
    expect(rows[0]!.slice(1)).toEqual(['EMP', 'DATE', 'CODE', 'HOURS', 'COST', 'REF', 'NAME']);
    expect(rows.slice(1, 4).map((row) => [row[1], row[3], row[4], row[5]])).toEqual([
      ['MF-0101', '110', 8, '0042'],
      ['MF-0101', '215', 0.5, '0042'],
      ['MF-0102', '110', -1.25, '0042'],
    ]);
    // No formula: a text that begins like one is a text.
    expect(rows[3]![7]).toBe('=cmd()');
    expect(book.worksheets[0]!.getCell('G4').type).toBe(exceljs.ValueType.String);
    expect(book.worksheets[0]!.getCell('D3').text).toBe('0.5');
    expect(book.worksheets[0]!.getCell('D3').numFmt).toBe('0.00');
    expect(rows[4]!.slice(1, 5)).toEqual(['TRAILER', 3, 7.25, 2]);
  });

  it('is paper with its sums', async () => {
    const { bytes, check } = await made(PAPER);
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
    expect(bytes.length).toBeGreaterThan(5000);
    expect([check.lines, isSound(check)]).toEqual([2, true]);
  });

  it('of fixed width says before its lines what they come to', async () => {
    const { bytes, check } = await made(LEDGER);
    expect(isSound(check)).toBe(true);
    expect(bytes.toString('latin1').split('\n')).toEqual([
      'LEDGER    00000720261101000007.25',
      'MF-0101   110   20261101000008.00',
      'MF-0101   215   20261101000000.50',
      'MF-0102   110   20261101-00001.25',
      '',
    ]);
  });

  it('of some of its lines keeps their numbers, and its trailer counts those', async () => {
    const { bytes } = await made(TIDELINE, new Set([2]));
    expect(bytes.toString().split('\r\n')).toEqual([
      'EMP,DATE,CODE,HOURS,COST,REF',
      'MF-0101,19/10/2026,215,0.50,0042,7-0002',
      'TRAILER,1,0.50,1',
      '',
    ]);
  });
});
