import { sumOf } from '../../model/classes.ts';
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
  payableHours: number;
  premiumHours: number;
  figures: number;
  readonly hoursByCode: Map<string, number>;
}

/**
 * Makes the lines of a file from the lines of its batch: those that a layout does not tell apart are added up. What corrects an earlier
 * period stays apart from what is of this one. Where a line has one code, hours, premium hours and each amount under it stay apart, too.
 *
 * Lines come in order of person; only one person's lines are held at a time, where the layout has lines for each person.
 */
export class LineGatherer {
  readonly #parts: readonly ((line: BatchLine) => string | number | null)[];
  readonly #byPerson: boolean;
  readonly #byCode: boolean;
  readonly #nothing: Layout['nothing'];
  readonly #only: ReadonlySet<number> | null;
  #gathered = new Map<string, Gathered>();
  #person: string | null = null;
  #line = 0;

  /** @param only the lines of the file that are wanted, by their numbers, which stay what they are; null: all */
  constructor(
    { lineFor, nothing }: Pick<Layout, 'lineFor' | 'nothing'>,
    only: ReadonlySet<number> | null = null,
  ) {
    this.#only = only;
    this.#parts = lineFor.map((part) => PART_OF[part]);
    this.#byPerson = lineFor.includes('person');
    this.#byCode = lineFor.includes('code');
    this.#nothing = nothing;
  }

  /** Takes the next line of the batch; gives the lines of the file that are complete with that. */
  add(one: BatchLine): readonly FileLine[] {
    let complete: readonly FileLine[] = NONE;
    if (this.#byPerson && one.person !== this.#person) {
      complete = this.end();
      this.#person = one.person;
    }
    let key = String(one.corrects?.firstDay ?? '');
    for (const part of this.#parts) key += `\t${part(one) ?? ''}`;
    const sumId = sumOf(one.classId);
    if (this.#byCode && sumId !== 'hours') key += `\t${sumId}`;
    let sum = this.#gathered.get(key);
    if (sum === undefined) {
      sum = { first: one, seqs: [], payableHours: 0, premiumHours: 0, figures: 0, hoursByCode: new Map() };
      this.#gathered.set(key, sum);
    }
    sum.seqs.push(one.seq);
    sum.figures += one.hours;
    if (sumId === 'hours') sum.payableHours += one.hours;
    else if (sumId === 'premium hours') sum.premiumHours += one.hours;
    sum.hoursByCode.set(one.code, (sum.hoursByCode.get(one.code) ?? 0) + one.hours);
    return complete;
  }

  /** The lines of the file that are left. */
  end(): readonly FileLine[] {
    const complete: FileLine[] = [];
    for (const one of this.#gathered.values()) {
      if (this.#nothing === 'leave out' && isNothing(one)) continue;
      const line = ++this.#line;
      const hours = this.#byCode ? one.figures : one.payableHours;
      if (this.#only === null || this.#only.has(line)) complete.push({ line, hours, ...one });
    }
    this.#gathered = new Map();
    return complete;
  }
}

const NONE: readonly FileLine[] = [];

/** Whether every code of a line comes to nothing: 8 hours more under one and 8 less under another are something. */
function isNothing({ hoursByCode }: Pick<Gathered, 'hoursByCode'>): boolean {
  for (const hours of hoursByCode.values()) if (hours !== 0) return false;
  return true;
}
