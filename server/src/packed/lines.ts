import type { Line } from '@heath/core';

/** What several lines of a card share, in this order. */
type Kind = readonly [
  classId: Line['classId'],
  job: Line['job'],
  department: Line['department'],
  site: Line['site'],
  costCenter: Line['costCenter'],
  multiplier: Line['multiplier'],
  rule: Line['rule'],
];
const KIND_VALUES = 7;

/** What each line has beside that: which of the kinds it is, its workday, seconds and hours. */
type Own = [place: number, workday: Line['workday'], seconds: Line['seconds'], hours: Line['hours']];
const OWN_VALUES = 4;

const kindOf = (line: Line): Kind => [
  line.classId,
  line.job,
  line.department,
  line.site,
  line.costCenter,
  line.multiplier,
  line.rule,
];

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

/**
 * Lines that `packLines` packed. Each is written out as one literal: made of pieces, lines are kept as tables of names, and whoever reads
 * 200,000 of them waits for that (`handoff` in the bench: a third of the check). Throws where another Heath packed them otherwise.
 */
export function unpackLines(text: string): Line[] {
  const { kinds, lines }: { readonly kinds: readonly Kind[]; readonly lines: readonly number[] } =
    JSON.parse(text);
  for (const { length } of kinds)
    if (length !== KIND_VALUES)
      throw new Error(`Lines of a card share ${length} values, not ${KIND_VALUES}.`);
  if (lines.length % OWN_VALUES !== 0) throw new Error(`Lines of a card have ${lines.length} numbers.`);
  const all: Line[] = [];
  for (let i = 0; i < lines.length; i += OWN_VALUES) {
    const [place, workday, seconds, hours] = lines.slice(i, i + OWN_VALUES) as Own;
    const kind = kinds[place];
    if (kind === undefined) throw new Error(`A line of a card shares what is not there.`);
    const [classId, job, department, site, costCenter, multiplier, rule] = kind;
    all.push({
      workday,
      classId,
      job,
      department,
      site,
      costCenter,
      multiplier,
      rule,
      seconds,
      hours,
    });
  }
  return all;
}
