import type { LinePart } from './define.ts';
import type { Layout } from './layout.ts';
import type { BatchLine, FileLine } from './types.ts';

const PART_OF: Readonly<Record<LinePart, (line: BatchLine) => string | number | null>> = {
  person: ({ person }) => person,
  day: ({ workday }) => workday,
  code: ({ code }) => code,
  job: ({ job }) => job,
  department: ({ department }) => department,
  site: ({ site }) => site,
  'cost center': ({ costCenter }) => costCenter,
};

interface Gathered {
  readonly first: BatchLine;
  readonly seqs: number[];
  hours: number;
  readonly hoursByCode: Map<string, number>;
}

/**
 * The lines of a file from the lines of its batch: those that a layout does not tell apart are added up. What corrects an earlier period
 * stays apart from what is of this one.
 *
 * @param lines in order of person; only one person's lines are held at a time, where the layout has lines for each person
 */
export function* fileLines(
  { lineFor, nothing }: Pick<Layout, 'lineFor' | 'nothing'>,
  lines: Iterable<BatchLine>,
): Generator<FileLine> {
  const parts = lineFor.map((part) => PART_OF[part]);
  const byPerson = lineFor.includes('person');
  let gathered = new Map<string, Gathered>();
  let person: string | null = null;
  let line = 0;
  function* written(): Generator<FileLine> {
    for (const one of gathered.values())
      if (one.hours !== 0 || nothing === 'write') yield { line: ++line, ...one };
    gathered = new Map();
  }
  for (const one of lines) {
    if (byPerson && one.person !== person) {
      yield* written();
      person = one.person;
    }
    const key = `${parts.map((part) => part(one) ?? '').join('\t')}\t${one.corrects?.firstDay ?? ''}`;
    let sum = gathered.get(key);
    if (sum === undefined) {
      sum = { first: one, seqs: [], hours: 0, hoursByCode: new Map() };
      gathered.set(key, sum);
    }
    sum.seqs.push(one.seq);
    sum.hours += one.hours;
    sum.hoursByCode.set(one.code, (sum.hoursByCode.get(one.code) ?? 0) + one.hours);
  }
  yield* written();
}
