import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sumOf } from '../../model/classes.ts';
import { batches, plainLayouts } from '../../testing/pay.ts';
import { layoutObjections } from './layout.ts';
import { recognizeLayout, type Sample } from './recognize.ts';
import { fileOf } from './write.ts';

const KNOWN = { people: new Set(['MF-0101', 'MF-0102']), codes: new Set(['110', '215', '340']) };
const sample = (text: string, separator: Sample['separator'] = ',') =>
  recognizeLayout(
    {
      rows: parse(text, { delimiter: separator, relax_column_count: true }),
      separator,
      lineEnd: text.includes('\r\n') ? 'crlf' : 'lf',
      encoding: 'utf-8',
      isQuoted: false,
    },
    KNOWN,
  )!;
const holds = (text: string, separator: Sample['separator'] = ',') =>
  sample(text, separator).says.columns.map((column) => column.holds);

describe('a layout from a sample', () => {
  it('has the columns, the dates, the hours and the trailer of the file', () => {
    const { says, notes, columns } = sample(
      'EMP,DATE,CODE,HOURS,COST,REF\r\nMF-0101,19/10/2026,110,8.00,4100,7-0001\r\nMF-0102,28/10/2026,215,0.55,4100,7-0002\r\nTRAILER,2 lines,8.55 h,2 people\r\n',
    );
    expect(says.columns.map((column) => [column.holds, column.heading])).toEqual([
      ['person', 'EMP'],
      ['workday', 'DATE'],
      ['code', 'CODE'],
      ['hours', 'HOURS'],
      ['cost center', 'COST'],
      ['reference', 'REF'],
    ]);
    expect(says.columns[1]).toMatchObject({ pattern: 'DD/MM/YYYY' });
    expect(says.columns[3]).toMatchObject({ written: '8.50', decimals: 2 });
    expect(says.trailer?.map((column) => column.holds)).toEqual([
      'words',
      'line count',
      'control total',
      'line count',
    ]);
    expect([says.kind, says.separator, says.lineEnd, says.hasHeading]).toEqual(['csv', ',', 'crlf', true]);
    expect([columns.every(({ isSure }) => isSure), layoutObjections(says)]).toEqual([true, []]);
    expect(notes).toEqual(
      ['2 lines', '8.55 h', '2 people'].map(
        (cell) => `The last record says "${cell}": its figure is written without the words around it.`,
      ),
    );
  });

  it('knows a semicolon and a decimal comma, hours as 8:30, minutes, and a file without a heading', () => {
    const comma = sample('Personno;Hours\nMF-0101;8,50\n', ';').says;
    expect([comma.separator, comma.decimalMark]).toEqual([';', ',']);
    expect(sample('Personno,Time\nMF-0101,8:30\n').says.columns[1]).toMatchObject({
      holds: 'hours',
      written: '8:30',
    });
    expect(sample('Personno,Minutes\nMF-0101,510\n').says.columns[1]).toMatchObject({ written: 'minutes' });
    expect(sample('MF-0101\t110\t8.25\nMF-0102\t215\t1.00\n', '\t').says).toMatchObject({
      kind: 'tsv',
      hasHeading: false,
    });
    expect(holds('MF-0101\t110\t8.25\nMF-0102\t215\t1.00\n', '\t')).toEqual(['person', 'code', 'hours']);
  });

  it('knows a date of figures alone', () => {
    expect(sample('EMP,DATE,HOURS\nMF-0101,20261019,8.00\n').says.columns[1]).toMatchObject({
      holds: 'workday',
      pattern: 'YYYYMMDD',
    });
  });

  it('says where a date can be read in two ways, and never guesses silently', () => {
    expect(sample('EMP,DATE,HOURS\nMF-0101,09/10/2026,8.00\n').notes).toEqual([
      'DATE: 09/10/2026 can be read as DD/MM/YYYY or MM/DD/YYYY. Say which.',
    ]);
    expect(sample('EMP,DATE,HOURS\nMF-0101,10/19/2026,8.00\n').says.columns[1]).toMatchObject({
      pattern: 'MM/DD/YYYY',
    });
    expect(sample('EMP,X,HOURS\nMF-0101,abc,8.00\nMF-0102,def,1.00\n').notes[0]).toContain(
      'nobody knows what abc is',
    );
  });

  it('is none where there are no columns', () => {
    expect(sample('one\ntwo\n')).toBeNull();
  });

  it('that is sure of all writes the file again, byte by byte; else it says of what it is not', () => {
    const how = { same: 0, unsure: 0 };
    fc.assert(
      fc.property(plainLayouts, batches, (layout, { head, lines: all }) => {
        // Premium hours and amounts that have no column cannot be told from a sample.
        const lines = layout.lineFor.includes('code')
          ? all
          : all.filter(({ classId }) => sumOf(classId) === 'hours');
        const text = new TextDecoder().decode(fileOf(layout, head, lines).bytes);
        const separator = layout.kind === 'tsv' ? '\t' : layout.separator;
        const rows = parse(text, { delimiter: separator, relax_column_count: true, skip_empty_lines: true });
        const isQuoted = layout.quotes === 'always';
        // Minutes so few, under a heading that does not say so, are read as hours by people, too.
        const unit = layout.columns.find(({ holds }) => holds === 'hours');
        const isInMinutes = unit !== undefined && 'written' in unit && unit.written === 'minutes';
        fc.pre(!isInMinutes || lines.some(({ hours }) => Math.abs(hours) > 36_000));
        const found = recognizeLayout(
          { rows, separator, lineEnd: layout.lineEnd, encoding: 'utf-8', isQuoted },
          { people: new Set(lines.map(({ person }) => person)), codes: KNOWN.codes },
        );
        if (found === null || found.notes.length > 0 || found.columns.some(({ isSure }) => !isSure)) {
          how.unsure++;
          return;
        }
        how.same++;
        expect(new TextDecoder().decode(fileOf(found.says, head, lines).bytes)).toBe(text);
      }),
      { numRuns: 1000 },
    );
    expect(how.same).toBeGreaterThan(how.unsure / 4);
  });
});
