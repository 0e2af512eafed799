import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { classOf } from '../../model/classes.ts';
import { batches, layouts } from '../../testing/pay.ts';
import { workdayFromIso } from '../../time/units.ts';
import { isSound } from './check.ts';
import { COLUMNS } from './columns.ts';
import { dateText } from './date-text.ts';
import { fileNameOf, fileRows } from './file-rows.ts';
import { hoursCell, hoursOfText } from './hours-text.ts';
import { type Layout, type LayoutColumn, LayoutSchema, layoutObjections } from './layout.ts';
import type { BatchHead, BatchLine } from './types.ts';
import { fileOf } from './write.ts';

const HEAD: BatchHead = {
  number: 7,
  firstDay: workdayFromIso('2026-10-19'),
  lastDay: workdayFromIso('2026-11-01'),
  payDay: workdayFromIso('2026-11-06'),
};
const HOUR = 90_000;
const line = (
  seq: number,
  day: string,
  code: string,
  hours: number,
  more: Partial<BatchLine> = {},
): BatchLine => ({
  seq,
  person: 'MF-0101',
  name: 'Ada Lee',
  group: 'afloat',
  workday: workdayFromIso(day),
  code,
  codeName: 'Ordinary',
  account: null,
  classId: classOf(1),
  multiplier: 1,
  rule: null,
  job: 'kittiwake',
  department: 'deck',
  site: 'northquay',
  costCenter: '4100',
  hours: Math.round(hours * HOUR),
  corrects: null,
  ...more,
});
const LINES = [
  line(1, '2026-10-19', '110', 8),
  line(2, '2026-10-19', '215', 0.55),
  line(3, '2026-10-28', '780', 1.57, { costCenter: '4170' }),
  line(4, '2026-10-28', '410', 2.43, { costCenter: '4170' }),
];
const column = (holds: string, heading: string, more: object = {}): LayoutColumn =>
  ({
    holds,
    heading,
    width: null,
    fill: ' ',
    align: 'left',
    ...COLUMNS.find(({ name }) => name === holds)?.begins,
    ...more,
  }) as LayoutColumn;
const LAYOUT: Layout = {
  name: 'Tideline intake',
  kind: 'csv',
  lineFor: ['person', 'day', 'code', 'job'],
  columns: [
    column('person', 'EMP'),
    column('workday', 'DATE', { pattern: 'DD/MM/YYYY' }),
    column('code', 'CODE'),
    column('hours', 'HOURS'),
    column('reference', 'REF'),
  ],
  hasHeading: true,
  header: null,
  trailer: [
    column('words', '', { text: 'TRAILER' }),
    column('line count', ''),
    column('hours', ''),
    column('people count', ''),
  ],
  nothing: 'leave out',
  separator: ',',
  quotes: 'where needed',
  decimalMark: '.',
  lineEnd: 'crlf',
  encoding: 'utf-8',
  fileName: 'pay-{batch}-{last}.csv',
};

const made = (layout: Layout, lines: readonly BatchLine[] = LINES, head = HEAD) =>
  fileOf(layout, head, lines);
const DECODERS = {
  'utf-8': 'utf-8',
  'utf-8 with mark': 'utf-8',
  'windows-1252': 'windows-1252',
  'utf-16': 'utf-16le',
} as const;
const textOf = (layout: Layout, bytes: Uint8Array): string =>
  new TextDecoder(DECODERS[layout.encoding]).decode(bytes);
const textMade = (layout: Layout, lines = LINES) => textOf(layout, made(layout, lines).bytes);

describe('a layout', () => {
  it('writes a file as it says: a line for each person, day, code and job, and a trailer with what they come to', () => {
    expect(textMade(LAYOUT).split('\r\n')).toEqual([
      'EMP,DATE,CODE,HOURS,REF',
      'MF-0101,19/10/2026,110,8.00,7-0001',
      'MF-0101,19/10/2026,215,0.55,7-0002',
      'MF-0101,28/10/2026,780,1.57,7-0003',
      'MF-0101,28/10/2026,410,2.43,7-0004',
      'TRAILER,4,12.55,1',
      '',
    ]);
    expect(isSound(made(LAYOUT).check)).toBe(true);
  });

  it('adds up what it has no line of its own for, and leaves out what comes to nothing', () => {
    const byPeriod: Layout = {
      ...LAYOUT,
      kind: 'fixed',
      lineFor: ['person', 'code'],
      columns: [
        column('person', 'No', { width: 9 }),
        column('code', 'Code', { width: 5 }),
        column('hours', 'Minutes', { written: 'minutes', decimals: 0, width: 6, fill: '0', align: 'right' }),
      ],
      trailer: null,
    };
    const lines = [...LINES, line(5, '2026-10-20', '110', 7.5), line(6, '2026-10-21', '215', -0.55)];
    expect(textMade(byPeriod, lines).split('\r\n')).toEqual([
      'No       Code Minute',
      'MF-0101  110  000930',
      // 1.57 h are 94.2 minutes: what does not come out even is said, not only rounded.
      'MF-0101  780  000094',
      'MF-0101  410  000146',
      '',
    ]);
    const { check } = made(byPeriod, lines);
    expect(isSound(check)).toBe(false);
    expect(check.faults.map(({ line, value }) => [line, value])).toEqual([
      [2, '94'],
      [3, '146'],
    ]);
  });

  it('has codes as columns where it says so', () => {
    const columns = [
      column('person', 'EMP'),
      column('workday', 'DATE'),
      column('hours of codes', 'Ordinary', { codes: ['110'] }),
      column('hours of codes', 'Beside it', { codes: ['215', '780', '410'], written: '8:30' }),
    ];
    expect(textMade({ ...LAYOUT, columns, lineFor: ['person', 'day'], trailer: null }).split('\r\n')).toEqual(
      ['EMP,DATE,Ordinary,Beside it', 'MF-0101,2026-10-19,8.00,0:33', 'MF-0101,2026-10-28,0.00,4:00', ''],
    );
    // What stands in no column is not in the file, and the sums say so.
    const without = { ...LAYOUT, columns: columns.slice(0, 3), lineFor: ['person', 'day'] as const };
    const { check } = made({ ...without, lineFor: [...without.lineFor] });
    expect([check.hoursInBatch - check.hoursInFile, isSound(check)]).toEqual([
      Math.round(4.55 * HOUR),
      false,
    ]);
  });

  it('adds nothing to what is unlike it: hours, premium hours and amounts', () => {
    const lines = [
      line(1, '2026-10-19', '110', 8),
      line(2, '2026-10-19', '110', 2, { classId: 'premium:Night' }),
      line(3, '2026-10-19', '910', 83.2, { classId: 'amount:Mileage' }),
      line(4, '2026-10-19', '920', 18.75, { classId: 'amount:Expenses' }),
    ];
    const trailer = [
      column('line count', ''),
      column('hours', ''),
      column('premium hours', ''),
      column('control total', ''),
    ];
    // A line has one figure, of one kind, though two kinds have a code in common.
    expect(
      textMade({ ...LAYOUT, trailer }, lines)
        .split('\r\n')
        .slice(1, -1),
    ).toEqual([
      'MF-0101,19/10/2026,110,8.00,7-0001',
      'MF-0101,19/10/2026,110,2.00,7-0002',
      'MF-0101,19/10/2026,910,83.20,7-0003',
      'MF-0101,19/10/2026,920,18.75,7-0004',
      '4,8.00,2.00,111.95',
    ]);
    // Where lines are not told apart by code, hours are payable hours alone; what is in no column holds the file up.
    const columns = [column('person', 'EMP'), column('hours', 'H'), column('premium hours', 'P')];
    const byPerson: Layout = { ...LAYOUT, columns, lineFor: ['person'], trailer };
    expect(textMade(byPerson, lines).split('\r\n').slice(1, -1)).toEqual([
      'MF-0101,8.00,2.00',
      '1,8.00,2.00,111.95',
    ]);
    expect(isSound(made(byPerson, lines).check)).toBe(false);
    expect(isSound(made(byPerson, lines.slice(0, 2)).check)).toBe(true);
  });

  it('leaves out lines that come to nothing under every code, and counts them', () => {
    const lines = [
      line(1, '2026-10-19', '110', 8),
      line(2, '2026-10-19', '110', -8),
      line(3, '2026-10-20', '110', 1),
      line(4, '2026-10-20', '110', 2),
    ];
    expect(made(LAYOUT, lines).check).toMatchObject({ lines: 1, linesOfBatch: 2 });
    // Eight hours more under one code and eight less under another are something.
    const columns = [
      column('person', 'EMP'),
      column('hours of codes', 'A', { codes: ['110'] }),
      column('hours of codes', 'B', { codes: ['215'] }),
    ];
    const moved = [line(1, '2026-10-19', '110', -8), line(2, '2026-10-19', '215', 8)];
    expect(made({ ...LAYOUT, columns, lineFor: ['person'] }, moved).check).toMatchObject({
      lines: 1,
      linesOfBatch: 2,
    });
  });

  it('names a line that corrects an earlier period by that one', () => {
    const corrects = { firstDay: workdayFromIso('2026-10-05'), lastDay: workdayFromIso('2026-10-18') };
    const columns = [column('person', 'EMP'), column('period first', 'FROM'), column('hours', 'HOURS')];
    const lines = [line(1, '2026-10-19', '110', 8), line(2, '2026-10-07', '110', -1.25, { corrects })];
    expect(
      textMade({ ...LAYOUT, columns, lineFor: ['person'], trailer: null }, lines)
        .split('\r\n')
        .slice(1, 3),
    ).toEqual(['MF-0101,2026-10-19,8.00', 'MF-0101,2026-10-05,-1.25']);
  });

  it('makes what a spreadsheet would take for a formula harmless, but no figure', () => {
    const lines = [line(1, '2026-10-19', '110', -1.25, { name: '=cmd()' })];
    const columns = [
      column('name', 'Name'),
      column('hours', 'H'),
      column('hours', 'C', { written: '8:30' }),
    ].slice(0, 2);
    expect(textMade({ ...LAYOUT, columns, trailer: null }, lines).split('\r\n')[1]).toBe("'=cmd(),-1.25");
    const clock = [column('name', 'Name'), column('hours', 'C', { written: '8:30' })];
    expect(textMade({ ...LAYOUT, columns: clock, trailer: null }, lines).split('\r\n')[1]).toBe(
      "'=cmd(),-1:15",
    );
  });

  it('says what it cannot write', () => {
    const faults = (layout: Partial<Layout>, more: Partial<BatchLine>) =>
      made({ ...LAYOUT, ...layout }, [line(1, '2026-10-19', '110', 8, more)]).check.faults.map(
        ({ reason }) => reason,
      );
    const name = [column('name', 'Name'), column('hours', 'H')];
    expect(faults({ columns: name, encoding: 'windows-1252' }, { name: 'Łódź' })).toEqual([
      'windows-1252 has no Ł: write the file in UTF-8.',
    ]);
    expect(faults({ columns: name, quotes: 'never' }, { name: 'a,b' })[0]).toContain('separator');
    expect(faults({ columns: [column('name', 'Name', { width: 3 }), column('hours', 'H')] }, {})).toEqual([
      'It has 7 characters and the column 3.',
    ]);
  });

  it('is refused where it contradicts itself', () => {
    const path = (change: Partial<Layout>) =>
      layoutObjections({ ...LAYOUT, ...change }).map(({ path: at }) => at);
    expect(path({})).toEqual([]);
    expect(path({ lineFor: ['person', 'code'] })).toEqual(['columns.1']);
    expect(path({ columns: [column('person', 'EMP')] })).toEqual(['columns']);
    expect(path({ kind: 'fixed', trailer: null }).length).toBe(LAYOUT.columns.length);
    const codes = column('hours of codes', 'A', { codes: ['110'] });
    expect(path({ columns: [codes], lineFor: ['person', 'code'] })).toEqual(['lineFor']);
    expect(path({ columns: [codes, codes], lineFor: ['person'] })).toEqual(['columns']);
    expect(path({ decimalMark: ',', quotes: 'never' })).toEqual(['quotes']);
  });

  it('is let through by its schema as it is, and not with a column that is none', () => {
    expect(v.safeParse(LayoutSchema, LAYOUT).success).toBe(true);
    expect(
      v.safeParse(LayoutSchema, { ...LAYOUT, columns: [{ ...column('person', 'EMP'), holds: 'shoes' }] })
        .success,
    ).toBe(false);
    expect(v.safeParse(LayoutSchema, { ...LAYOUT, trailer: [column('person', 'EMP')] }).success).toBe(false);
    expect(
      v.safeParse(LayoutSchema, { ...LAYOUT, columns: [column('workday', 'D', { pattern: 'DD/MM' })] })
        .success,
    ).toBe(false);
  });

  it('names its file by the batch', () => {
    expect(fileNameOf(LAYOUT, { batch: '7', first: 'a', last: '2026-11-01', pay: 'b' })).toBe(
      'pay-7-2026-11-01.csv',
    );
  });
});

describe('dates and hours of a file', () => {
  it.each([
    ['YYYY-MM-DD', '2026-03-09'],
    ['D/M/YY', '9/3/26'],
    ['YYYYMMDD', '20260309'],
    ['MM.DD.YYYY', '03.09.2026'],
  ])('a date as %s', (pattern, text) => {
    expect(dateText(workdayFromIso('2026-03-09'), pattern)).toBe(text);
  });

  it('are read back as what they were, whichever way they are written', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('8.50' as const, '8:30' as const, 'minutes' as const),
        fc.integer({ min: 0, max: 4 }),
        fc.constantFrom('.' as const, ',' as const),
        fc.integer({ min: -5_000_000, max: 90_000_000 }),
        (written, decimals, decimalMark, some) => {
          const step = written === '8:30' ? 25 : (written === 'minutes' ? 1500 : HOUR) / 10 ** decimals;
          const hours = Math.round(Math.floor(some / step) * step);
          fc.pre(Number.isInteger(hours) && hours % step === 0);
          const { text } = hoursCell({ written, decimals }, hours, { decimalMark });
          expect(hoursOfText({ written, decimals }, text, { decimalMark })).toBe(hours + 0 === 0 ? 0 : hours);
        },
      ),
      { numRuns: 1000 },
    );
  });
});

/** Hours of a text as anybody reads it: no code of the writer's. */
function readPlainly(padded: string, how: { written: string }, mark: string): number {
  const text = padded.trim();
  if (how.written === '8:30') {
    const [h = 0, m = 0, s = 0] = text.replace('-', '').split(':').map(Number);
    return (text.startsWith('-') ? -1 : 1) * (h + m / 60 + s / 3600);
  }
  const number = Number(text.replace(mark, '.'));
  return how.written === 'minutes' ? number / 60 : number;
}

describe('any file of any batch', () => {
  it('is read back by a general reader, row by row and to the unit, wherever it says that it is sound', () => {
    let sound = 0;
    fc.assert(
      fc.property(layouts, batches, (layout, { head, lines }) => {
        fc.pre(layout.kind === 'csv' || layout.kind === 'tsv');
        const { bytes, check } = made(layout, lines, head);
        expect(check.hoursInBatch).toBe(lines.reduce((sum, { hours }) => sum + hours, 0));
        if (!isSound(check)) return;
        sound++;
        const rows: string[][] = parse(textOf(layout, bytes), {
          delimiter: layout.kind === 'tsv' ? '\t' : layout.separator,
          quote: layout.quotes === 'never' ? null : '"',
          relax_column_count: true,
          record_delimiter: layout.lineEnd === 'crlf' ? '\r\n' : '\n',
        });
        const before = Number(layout.hasHeading) + Number(layout.header !== null);
        const after = Number(layout.trailer !== null);
        const of = rows.slice(before, rows.length - after);
        // An empty line of one empty column is no row to a general reader.
        if (layout.columns.length > 1) expect(of.length).toBe(check.lines);
        let sum = 0;
        for (const row of of) {
          if (layout.columns.length > 1) expect(row.length).toBe(layout.columns.length);
          layout.columns.forEach((one, i) => {
            if ('written' in one) sum += readPlainly(row[i] ?? '', one, layout.decimalMark);
          });
        }
        expect(Math.abs(sum - check.hoursInBatch / HOUR)).toBeLessThan(1e-6);
      }),
      { numRuns: 1500 },
    );
    expect(sound).toBeGreaterThan(60);
  });

  it('holds in fixed width and in JSON what it holds', () => {
    let [fixed, json] = [0, 0];
    fc.assert(
      fc.property(layouts, batches, (layout, { head, lines }) => {
        fc.pre(layout.kind === 'fixed' || layout.kind === 'json');
        const { bytes, check } = made(layout, lines, head);
        if (!isSound(check)) return;
        const text = textOf(layout, bytes);
        let sum = 0;
        if (layout.kind === 'json') {
          json++;
          const file = JSON.parse(text) as { lines: Record<string, string | number>[] };
          expect(file.lines.length).toBe(check.lines);
          for (const row of file.lines)
            for (const one of layout.columns)
              if ('written' in one) sum += readPlainly(String(row[one.heading]), one, layout.decimalMark);
        } else {
          fixed++;
          const end = layout.lineEnd === 'crlf' ? '\r\n' : '\n';
          const before = Number(layout.hasHeading) + Number(layout.header !== null);
          const rows = text
            .split(end)
            .slice(before, text.split(end).length - 1 - Number(layout.trailer !== null));
          expect(rows.length).toBe(check.lines);
          for (const row of rows) {
            let at = 0;
            for (const one of layout.columns) {
              const value = row.slice(at, at + (one.width ?? 0));
              if ('written' in one) sum += readPlainly(value.trim(), one, layout.decimalMark);
              at += one.width ?? 0;
            }
            expect(row.length).toBe(at);
          }
        }
        expect(Math.abs(sum - check.hoursInBatch / HOUR)).toBeLessThan(1e-6);
      }),
      { numRuns: 1500 },
    );
    expect(Math.min(fixed, json)).toBeGreaterThan(20);
  });

  it('has every line of its batch in exactly one line of its own', () => {
    fc.assert(
      fc.property(layouts, batches, (layout, { head, lines }) => {
        const seqs: number[] = [];
        for (const row of fileRows({ ...layout, nothing: 'write' }, head, lines))
          seqs.push(...(row.line?.seqs ?? []));
        expect(seqs.sort((a, b) => a - b)).toEqual(lines.map(({ seq }) => seq));
      }),
      { numRuns: 200 },
    );
  });
});
