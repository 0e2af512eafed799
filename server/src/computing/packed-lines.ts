import type { Line } from '@heath/core';

/** What several lines of a card share. */
const KIND = [
  'classId',
  'job',
  'department',
  'site',
  'costCenter',
  'multiplier',
  'rule',
] as const satisfies readonly (keyof Line)[];
type Kind = readonly (string | number | null)[];

/** What each line has of its own. */
const OWN = ['workday', 'seconds', 'hours'] as const satisfies readonly (keyof Line)[];

const kindOf = (line: Line): Kind => KIND.map((field) => line[field]);

/** True where the two differ in nothing but what each line has of its own. */
const areAlike = (a: Line, b: Line): boolean =>
  a.classId === b.classId &&
  a.job === b.job &&
  a.department === b.department &&
  a.site === b.site &&
  a.costCenter === b.costCenter &&
  a.multiplier === b.multiplier &&
  a.rule === b.rule;

/**
 * The lines of a card as the database has them: JSON, what they share once, and of each the place of that and the numbers of its own, all
 * in one list. That is half of the text, and for 10,000 people text is most of what storing them takes (`recompute` in the bench).
 */
export function packLines(lines: readonly Line[]): string {
  const firsts: Line[] = [];
  const own: number[] = [];
  for (const line of lines) {
    let place = 0;
    for (const first of firsts) {
      if (areAlike(first, line)) break;
      place++;
    }
    if (place === firsts.length) firsts.push(line);
    own.push(place, line.workday, line.seconds, line.hours);
  }
  return `{"kinds":${JSON.stringify(firsts.map(kindOf))},"lines":[${own.join()}]}`;
}

/** Lines that `packLines` packed. Throws where another Heath packed them otherwise. */
export function unpackLines(text: string): Line[] {
  const { kinds, lines }: { readonly kinds: readonly Kind[]; readonly lines: readonly number[] } =
    JSON.parse(text);
  const shared = kinds.map((kind) => {
    if (kind.length !== KIND.length)
      throw new Error(`Lines of a card share ${kind.length} values, not ${KIND.length}.`);
    return Object.fromEntries(KIND.map((field, i) => [field, kind[i]]));
  });
  const each = OWN.length + 1;
  if (lines.length % each !== 0) throw new Error(`Lines of a card have ${lines.length} numbers.`);
  const all: Line[] = [];
  for (let i = 0; i < lines.length; i += each) {
    const own = Object.fromEntries(OWN.map((field, k) => [field, lines[i + 1 + k]]));
    const of = shared[lines[i] ?? -1];
    if (of === undefined) throw new Error(`A line of a card shares what is not there.`);
    all.push({ ...of, ...own } as unknown as Line);
  }
  return all;
}
