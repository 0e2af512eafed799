import { describe, expect, it } from 'vitest';
import { layoutObjections } from './layout.ts';
import { recognizeFixed } from './recognize-fixed.ts';

const KNOWN = { people: new Set(['MF-0101', 'MF-0102', 'MF-0103']), codes: new Set(['110', '215', '340']) };
const fixed = (...lines: readonly string[]) =>
  recognizeFixed({ lines, lineEnd: 'lf', encoding: 'utf-8' }, KNOWN);
const LEDGER = [
  'LEDGER    00000720261101000020.05',
  'MF-0101   110   20261101000008.50',
  'MF-0102   110   20261101000010.00',
  'MF-0102   215   20261101000001.55',
];

describe('a sample of fixed width', () => {
  it('has its columns with their widths, how they are filled, and its header', () => {
    const found = fixed(...LEDGER)!;
    expect(found.says.columns.map(({ holds, width, fill, align }) => [holds, width, fill, align])).toEqual([
      ['person', 10, ' ', 'left'],
      ['code', 6, ' ', 'left'],
      ['workday', 8, ' ', 'left'],
      ['hours', 9, '0', 'right'],
    ]);
    expect(found.says.columns[2]).toMatchObject({ pattern: 'YYYYMMDD' });
    expect(found.says.header?.map(({ holds, width }) => [holds, width])).toEqual([
      ['words', 10],
      ['words', 6],
      ['period last', 8],
      ['control total', 9],
    ]);
    expect([found.says.kind, found.says.hasHeading, found.says.trailer]).toEqual(['fixed', false, null]);
    expect(layoutObjections(found.says)).toEqual([]);
    expect(found.notes.at(-1)).toBe(
      'The columns are 10, 6, 8, 9 wide, as far as blanks, dates and known codes tell. Look at each.',
    );
  });

  it('has its heading and its trailer, and figures that stand at the right', () => {
    const found = fixed(
      'EMPLOYEE CODE   HOURS',
      'MF-0101  110     8.50',
      'MF-0102  215    10.25',
      'TOTAL    2      18.75',
    )!;
    expect(found.says.hasHeading).toBe(true);
    expect(found.says.columns.map(({ holds, heading, align }) => [holds, heading, align])).toEqual([
      ['person', 'EMPLOYEE', 'left'],
      ['code', 'CODE', 'left'],
      ['hours', 'HOURS', 'right'],
    ]);
    expect(found.says.trailer?.map(({ holds }) => holds)).toEqual(['words', 'line count', 'control total']);
  });

  it('has a code apart from what touches it', () => {
    const found = fixed('MF-0101 11000008.50', 'MF-0102 21500010.00', 'MF-0103 34000001.25')!;
    expect(found.says.columns.map(({ holds, width }) => [holds, width])).toEqual([
      ['person', 8],
      ['code', 3],
      ['hours', 8],
    ]);
  });

  it('of which nobody is known is not guessed at', () => {
    expect(fixed('XX-9101   110   20261101000008.50', 'XX-9102   110   20261101000010.00')).toBeNull();
    expect(recognizeFixed({ lines: [], lineEnd: 'lf', encoding: 'utf-8' }, KNOWN)).toBeNull();
  });
});
