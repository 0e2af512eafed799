import type { PayLine } from '../pay/pay-line.ts';
import type { Cost } from '../pay/rates.ts';

/** A line of a card as reports look at it: under its code, with what it costs. */
export interface GroundLine extends PayLine {
  readonly personId: number;
  readonly name: string;
  /** Where the person belongs: the code of their department. */
  readonly home: string;
  /** Where the person belongs: the code of their site. */
  readonly homeSite: string;
  /** Null where nothing catches it. */
  readonly code: string | null;
  /** Null where no rate is known. */
  readonly cost: Cost | null;
}

/** By what the lines of a report can be told apart. */
export const PARTS = ['group', 'department', 'site', 'job', 'cost center', 'code', 'person'] as const;
export type Part = (typeof PARTS)[number];

const KEY_OF: Readonly<Record<Part, (line: GroundLine) => string | null>> = {
  group: ({ group }) => group,
  department: ({ department, home }) => department ?? home,
  site: ({ site, homeSite }) => site ?? homeSite,
  job: ({ job }) => job,
  'cost center': ({ costCenter }) => costCenter,
  code: ({ code }) => code,
  person: ({ person }) => person,
};

/** By what a line is told apart; null where it has no such thing. */
export const partOf = (part: Part, line: GroundLine): string | null => KEY_OF[part](line);

/** What codes stand for, as people know it. */
export interface PartNames {
  readonly of: (part: Part, key: string) => string;
}

/** What a part of the lines is called; lines without one have a name too. */
export function nameOfPart(names: PartNames, part: Part, key: string | null): string {
  if (key !== null) return names.of(part, key);
  return part === 'code' ? 'Not assigned to a pay code' : `No ${part}`;
}
