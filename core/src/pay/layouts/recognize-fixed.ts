import { workdayFromIso } from '../../time/units.ts';
import type { Layout, LayoutColumn } from './layout.ts';
import { columnOf, type KnownValues, type Recognized, recognizeLayout } from './recognize.ts';

/** A sample file without separators, line by line. */
export interface FixedSample {
  readonly lines: readonly string[];
  readonly lineEnd: Layout['lineEnd'];
  readonly encoding: Layout['encoding'];
}

/** A part of a line, from one place to before another. */
interface Part {
  readonly from: number;
  readonly to: number;
}

const DATE = /(?:19|20)\d{6}/g;
/** This much of the lines must have somebody known at the same place: a short sample has a heading and records besides. */
const ENOUGH_OF_THEM = 0.3;

/** Whether eight figures are a day that there is. */
function isDate(text: string): boolean {
  if (!/^(19|20)\d{6}$/.test(text)) return false;
  try {
    workdayFromIso(`${text.slice(0, 4)}-${text.slice(4, 6)}-${text.slice(6)}`);
    return true;
  } catch {
    return false;
  }
}

/** Where in most lines the number of somebody known begins; null where in none. */
function placeOfPeople(lines: readonly string[], people: ReadonlySet<string>): number | null {
  const lengths = new Set([...people].map(({ length }) => length));
  const found = new Map<number, number>();
  for (const line of lines) {
    const places = new Set<number>();
    for (let from = 0; from < line.length; from++)
      for (const length of lengths) if (people.has(line.slice(from, from + length))) places.add(from);
    for (const place of places) found.set(place, (found.get(place) ?? 0) + 1);
  }
  const [best] = [...found].sort(([a, x], [b, y]) => y - x || a - b);
  return best !== undefined && best[1] >= lines.length * ENOUGH_OF_THEM ? best[0] : null;
}

/** The parts of lines that are alike: apart where all of them are blank, around a date that all have, and behind a code that most have. */
function partsOf(lines: readonly string[], { codes }: KnownValues): Part[] {
  const width = Math.max(...lines.map(({ length }) => length));
  const isBlank = (at: number) => lines.every((line) => (line[at] ?? ' ') === ' ');
  const cuts = new Set([0, width]);
  for (let at = 1; at < width; at++) if (isBlank(at - 1) && !isBlank(at)) cuts.add(at);
  for (let at = 0; at + 8 <= width; at++)
    if (lines.every((line) => isDate(line.slice(at, at + 8)))) {
      cuts.add(at);
      cuts.add(at + 8);
      at += 7;
    }
  const known = new Set([...codes].map(({ length }) => length));
  for (const at of [...cuts])
    for (const length of known) {
      const isCode = (line: string) => codes.has(line.slice(at, at + length));
      const isMost = lines.filter(isCode).length > lines.length * 0.8;
      if (isMost && !isBlank(at + length) && at + length < width) cuts.add(at + length);
    }
  const places = [...cuts].sort((a, b) => a - b);
  return places.flatMap((from, i) => {
    const to = places[i + 1];
    return to === undefined ? [] : [{ from, to }];
  });
}

/** How the values of a part are filled up to its width. */
function filledAs(values: readonly string[]): Pick<LayoutColumn, 'fill' | 'align'> {
  const isZeroFilled =
    values.every((value) => /^-?0*\d+([.,]\d+)?$/.test(value)) &&
    values.some((value) => /^-?0\d/.test(value));
  if (isZeroFilled) return { fill: '0', align: 'right' };
  const isRight =
    values.every((value) => !value.endsWith(' ')) && values.some((value) => value.startsWith(' '));
  return { fill: ' ', align: isRight ? 'right' : 'left' };
}

interface Counted {
  readonly lines: number;
  readonly people: number;
  readonly hours: number;
}

/** A record before or after the lines: its words, its dates, and what its figures count. */
function recordOf(line: string, counted: Counted): LayoutColumn[] {
  const cuts = new Set([0, line.length]);
  for (const { index } of line.matchAll(/(?<=\s)\S/g)) cuts.add(index);
  for (const { index, 0: text } of line.matchAll(DATE))
    if (isDate(text)) {
      cuts.add(index);
      cuts.add(index + 8);
    }
  const places = [...cuts].sort((a, b) => a - b);
  return places.slice(0, -1).map((from, i) => {
    const raw = line.slice(from, places[i + 1]);
    const text = raw.trim();
    const width = { width: raw.length, ...filledAs([raw]) };
    const figure = /^\d+([.,]\d+)?$/.test(text) ? Number(text.replace(',', '.')) : Number.NaN;
    if (isDate(text)) return columnOf('period last', '', { ...width, pattern: 'YYYYMMDD' });
    if (/[.,]/.test(text) && Math.abs(figure - counted.hours) < 0.005)
      return columnOf('control total', '', { ...width, decimals: text.split(/[.,]/)[1]?.length ?? 0 });
    if (figure === counted.lines) return columnOf('line count', '', width);
    if (figure === counted.people) return columnOf('people count', '', width);
    return columnOf('words', '', { ...width, text });
  });
}

/**
 * What a sample file of fixed width looks like. Its columns are found by somebody known in each line; where two columns touch without a
 * blank, a date or a known code between them, a note says that their widths are to be looked at.
 */
export function recognizeFixed(
  { lines, lineEnd, encoding }: FixedSample,
  known: KnownValues,
): Recognized | null {
  const place = placeOfPeople(lines, known.people);
  if (place === null) return null;
  const lengths = [...new Set([...known.people].map(({ length }) => length))];
  const isOfSomebody = (line: string) =>
    lengths.some((length) => known.people.has(line.slice(place, place + length)));
  const [first, last] = [lines.findIndex(isOfSomebody), lines.findLastIndex(isOfSomebody)];
  const body = lines.slice(first, last + 1);
  const parts = partsOf(body, known);
  if (parts.length < 2) return null;
  const cellsOf = (line: string) => parts.map(({ from, to }) => line.slice(from, to).trim());
  const before = lines[first - 1];
  const isHeading = before !== undefined && before.trim() !== '' && !/\d/.test(before);
  const found = recognizeLayout(
    {
      rows: [...(isHeading ? [cellsOf(before)] : []), ...body.map(cellsOf)],
      separator: ',',
      lineEnd,
      encoding,
      isQuoted: false,
    },
    known,
  );
  if (found === null) return null;
  const columns = found.says.columns.map((column, i) => {
    const { from, to } = parts[i] ?? { from: 0, to: 0 };
    return {
      ...column,
      width: to - from,
      ...filledAs(body.map((line) => line.slice(from, to).padEnd(to - from))),
    };
  });
  const at = (holds: LayoutColumn['holds']) => columns.findIndex((column) => column.holds === holds);
  const rows = body.map(cellsOf);
  const counted = {
    lines: rows.length,
    people: new Set(rows.map((row) => row[at('person')])).size,
    hours: rows.reduce((sum, row) => sum + (Number((row[at('hours')] ?? '').replace(',', '.')) || 0), 0),
  };
  const header = isHeading ? lines[first - 2] : before;
  const trailer = lines[last + 1];
  const record = (line: string | undefined) =>
    line === undefined || line.trim() === '' ? null : recordOf(line, counted);
  return {
    ...found,
    says: {
      ...found.says,
      kind: 'fixed',
      columns,
      header: record(header),
      trailer: record(trailer),
      quotes: 'never',
      fileName: 'pay-{batch}-{last}.txt',
    },
    notes: [
      ...found.notes,
      `The columns are ${parts.map(({ from, to }) => to - from).join(', ')} wide, as far as blanks, dates and known codes tell. Look at each.`,
    ],
  };
}
