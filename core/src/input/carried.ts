import type { Correction } from '../corrections/kinds.ts';
import type { Home } from '../model/home.ts';
import type { DepartmentId, JobId, SiteId } from '../model/ids.ts';
import type { Leave } from '../model/leave.ts';
import type { Plan } from '../model/plan.ts';
import type { Punch } from '../model/punch.ts';
import { compileRulebook, type Names } from '../rulebook/compile.ts';
import type { CompiledRulebook } from '../rulebook/compiled.ts';
import { type EditionInForce, Editions } from '../rulebook/editions.ts';
import { type Instant, type Workday, workday } from '../time/units.ts';
import { ZoneTables } from '../time/zone.ts';
import type { PersonInput } from './person.ts';

/** A rulebook as it was written, with the number of its edition. */
export interface WrittenRulebook {
  readonly edition: number;
  readonly rules: unknown;
}

/** The numbers of jobs, departments and sites by the codes that rulebooks know them by. */
export interface CarriedNames {
  readonly jobs: readonly (readonly [code: string, id: number])[];
  readonly departments: readonly (readonly [code: string, id: number])[];
  readonly sites: readonly (readonly [code: string, id: number])[];
}

/** Which of the rulebooks holds from when; null: always did. */
type CarriedEdition = readonly [from: number | null, rulebook: number];

/** A person's input as JSON, so that another program computes from it what this one does. Everything counts as in the core: days and instants are whole numbers. */
export interface CarriedInput {
  readonly first: Workday;
  readonly last: Workday;
  readonly asOf: Instant | null;
  readonly punches: readonly Punch[];
  readonly corrections: readonly Correction[];
  readonly homes: readonly Home[];
  readonly plans: readonly Plan[];
  readonly leave: readonly Leave[];
  readonly holidays: readonly (readonly [Workday, string])[];
  readonly restDays: readonly Workday[];
  readonly rulebooks: readonly WrittenRulebook[];
  readonly inForce: readonly CarriedEdition[];
  readonly ever: readonly CarriedEdition[];
  readonly names: CarriedNames;
  readonly zones: { readonly from: Instant; readonly to: Instant };
}

/**
 * The input as JSON. What an input of one period holds is carried; what only looks beyond it (the crew, usual totals, other periods) is not.
 *
 * @param writtenOf the rulebook that one was compiled from
 */
export function carry(
  input: PersonInput,
  writtenOf: (rulebook: CompiledRulebook) => WrittenRulebook,
  names: CarriedNames,
): CarriedInput {
  const { inForce, ever } = input.editions.parts();
  const compiled = [...new Set([...inForce, ...ever].map(({ rulebook }) => rulebook))];
  const carried = ({ from, rulebook }: EditionInForce): CarriedEdition => [
    Number.isFinite(from) ? from : null,
    compiled.indexOf(rulebook),
  ];
  const { first, last, asOf, punches, corrections, homes = [], plans, leave = [], calendar, zones } = input;
  return {
    first,
    last,
    asOf,
    punches,
    corrections,
    homes,
    plans,
    leave,
    holidays: [...(calendar?.holidays ?? [])],
    restDays: [...(calendar?.restDays ?? [])],
    rulebooks: compiled.map(writtenOf),
    inForce: inForce.map(carried),
    ever: ever.map(carried),
    names,
    zones: { from: zones.from, to: zones.to },
  };
}

/** Finds the numbers that names stand for. */
export function namesFrom({ jobs, departments, sites }: CarriedNames): Names {
  const finder = <T extends number>(pairs: CarriedNames[keyof CarriedNames]) => {
    const ids = new Map(pairs.map(([code, id]) => [code, id as T]));
    return (code: string) => ids.get(code);
  };
  return {
    job: finder<JobId>(jobs),
    department: finder<DepartmentId>(departments),
    site: finder<SiteId>(sites),
  };
}

/** The input that was carried. Throws where a rulebook in it cannot be compiled, which whoever carried it had compiled. */
export function uncarried(carried: CarriedInput): PersonInput {
  const { holidays, restDays, rulebooks, inForce, ever, names, zones, ...rest } = carried;
  const found = namesFrom(names);
  const compiled = rulebooks.map(({ rules, edition }) => {
    const result = compileRulebook(rules, edition, found);
    if (!result.ok)
      throw new Error(`A rulebook that was carried is not valid: ${JSON.stringify(result.faults)}`);
    return result.rulebook;
  });
  const editionOf = ([from, place]: CarriedEdition): EditionInForce[] => {
    const rulebook = compiled[place];
    return rulebook === undefined ? [] : [{ from: workday(from ?? Number.NEGATIVE_INFINITY), rulebook }];
  };
  return {
    ...rest,
    calendar: { holidays: new Map(holidays), restDays: new Set(restDays) },
    editions: new Editions(inForce.flatMap(editionOf), ever.flatMap(editionOf)),
    zones: new ZoneTables(zones.from, zones.to),
  };
}
