import { compute } from '../compute.ts';
import type { Correction } from '../corrections/kinds.ts';
import { readCorrection } from '../corrections/read.ts';
import {
  correctionId,
  type DepartmentId,
  departmentId,
  type JobId,
  jobId,
  punchId,
  type SiteId,
  siteId,
} from '../model/ids.ts';
import type { Leave } from '../model/leave.ts';
import { PUNCH_KINDS, type Punch } from '../model/punch.ts';
import { compileRulebook } from '../rulebook/compile.ts';
import { Editions } from '../rulebook/editions.ts';
import type { RulebookFault } from '../rulebook/fault.ts';
import type { ProofDay } from '../rulebook/schema.ts';
import { workdayAt } from '../steps/workday/workday.ts';
import { HOURS_PER_SECOND, type Hours, hoursOf, hoursPaidIn, inSteps, stepOf } from '../time/hours.ts';
import { itemAt } from '../time/item-at.ts';
import {
  type Instant,
  instant,
  SECONDS_PER_DAY,
  SECONDS_PER_HOUR,
  seconds,
  type Workday,
  wallClock,
  workday,
  workdayFromIso,
} from '../time/units.ts';
import { firstInstantOf, instantsOf, type ZoneOffsets, ZoneTables } from '../time/zone.ts';

/** What a rulebook gave for one of its proof days. */
export interface ProofResult {
  readonly name: string;
  readonly ok: boolean;
  /** Hours by class, premium, guarantee or leave, as `8.25`. */
  readonly expected: Readonly<Record<string, string>>;
  readonly gave: Readonly<Record<string, string>>;
  /** Kinds in order of time; null where the proof day does not say. */
  readonly expectedExceptions: readonly string[] | null;
  readonly gaveExceptions: readonly string[];
  /** What the proof day itself says that cannot be read. */
  readonly fault: string | null;
}

/** Numbers names as they come, so that a rulebook can be checked without a company. */
export class NamesAsTheyCome {
  readonly #ids = new Map<string, number>();
  readonly #named = new Map<number, string>();

  #id(kind: string, name: string): number {
    const key = `${kind} ${name}`;
    let id = this.#ids.get(key);
    if (id === undefined) {
      id = this.#ids.size + 1;
      this.#ids.set(key, id);
      this.#named.set(id, name);
    }
    return id;
  }

  job = (name: string): JobId => jobId(this.#id('job', name));
  department = (name: string): DepartmentId => departmentId(this.#id('department', name));
  site = (name: string): SiteId => siteId(this.#id('site', name));

  /** The name behind a number; empty for null. */
  of(id: number | null): string {
    return id === null ? '' : (this.#named.get(id) ?? '');
  }
}

/** Computes every proof day of a rulebook, or says what is wrong with the rulebook. */
export function checkProofDays(
  rules: unknown,
): { ok: true; results: ProofResult[] } | { ok: false; faults: RulebookFault[] } {
  const names = new NamesAsTheyCome();
  const compiled = compileRulebook(rules, 1, names);
  if (!compiled.ok) return compiled;
  const { proofDays: days = [] } = compiled.rules;
  return {
    ok: true,
    results: days.map((day) => runProofDay(day, Editions.always(compiled.rulebook), names)),
  };
}

function runProofDay(day: ProofDay, editions: Editions, names: NamesAsTheyCome): ProofResult {
  const expected = new Map(Object.entries(day.gives).map(([name, text]) => [name, readHours(text)]));
  const result = {
    name: day.name,
    expected: written(expected, editions),
    expectedExceptions: day.exceptions ?? null,
  };
  try {
    const { gave, gaveExceptions } = computeProof(day, editions, names);
    const sameHours =
      JSON.stringify(Object.entries(gave)) === JSON.stringify(Object.entries(result.expected));
    const sameExceptions =
      day.exceptions === undefined || JSON.stringify(gaveExceptions) === JSON.stringify(day.exceptions);
    return { ...result, gave, gaveExceptions, ok: sameHours && sameExceptions, fault: null };
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    return { ...result, gave: {}, gaveExceptions: [], ok: false, fault: error.message };
  }
}

function computeProof(day: ProofDay, editions: Editions, names: NamesAsTheyCome) {
  const zone = day.zone ?? 'UTC';
  const dates = [
    ...day.punches.map((text) => text.slice(0, 10)),
    ...(day.leave ?? []).map(({ date }) => date),
    ...(day.plans ?? []).map(({ from }) => from.slice(0, 10)),
  ].map(workdayFromIso);
  if (dates.length === 0) throw new RangeError('A proof day has punches, plans or leave.');
  const first = workday(Math.min(...dates) - 1);
  const last = workday(Math.max(...dates) + 1);
  const zones = ZoneTables.around(instant(first * SECONDS_PER_DAY), instant(last * SECONDS_PER_DAY));
  const offsets = zones.of(zone);
  const { workday: rules } = editions.on(first);
  const computed = compute({
    first,
    last,
    punches: day.punches.map((text, i) => proofPunch(text, i, zone, offsets, names)),
    corrections: (day.corrections ?? []).map((given, i) => proofCorrection(given, i, zone, offsets, names)),
    plans: (day.plans ?? []).map(({ from, to, job }) => {
      const startsAt = momentOf(from, offsets);
      return {
        workday: workdayAt(startsAt, rules, offsets),
        startsAt,
        endsAt: momentOf(to, offsets),
        job: job === undefined ? null : names.job(job),
        department: null,
      };
    }),
    leave: (day.leave ?? []).map(
      ({ date, code, hours }): Leave => ({
        workday: workdayFromIso(date),
        kind: 'leave',
        code,
        seconds: seconds(Math.round(readHours(hours) / HOURS_PER_SECOND)),
        reason: '',
        job: null,
        department: null,
      }),
    ),
    calendar: {
      holidays: new Map((day.holidays ?? []).map((date): [Workday, string] => [workdayFromIso(date), date])),
      restDays: new Set((day.restDays ?? []).map(workdayFromIso)),
    },
    editions,
    zones,
    asOf: null,
  });
  const sums = new Map<string, number>();
  for (const line of computed.lines) sums.set(line.classId, (sums.get(line.classId) ?? 0) + line.hours);
  return { gave: written(sums, editions), gaveExceptions: computed.exceptions.map(({ kind }) => kind) };
}

/** Hours as text, in order of name, without those that are none: as the rulebook pays them. */
const written = (sums: ReadonlyMap<string, number>, { rulebooks }: Editions): Record<string, string> =>
  Object.fromEntries(
    [...sums]
      .filter(([, of]) => of !== 0)
      .map(([name, of]): [string, string] => [name, hoursPaidIn(of, itemAt(rulebooks, 0).lines.step)])
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  );

/** The hours of a proof day's text, `8.25` or `8:07`. */
function readHours(text: string): Hours {
  const [whole, minutes] = text.split(':');
  return minutes === undefined
    ? inSteps(Number(text) * stepOf({ decimals: 0 }), stepOf({ decimals: 4 }))
    : hoursOf(Number(whole) * SECONDS_PER_HOUR + Number(minutes) * 60);
}

function proofPunch(
  text: string,
  index: number,
  zone: string,
  offsets: ZoneOffsets,
  names: NamesAsTheyCome,
): Punch {
  const [date, time, named, ...job] = text.split(' ');
  const kind = PUNCH_KINDS.find((one) => one === named);
  if (kind === undefined) throw new RangeError(`Not a punch like 2026-10-19 08:00 in: ${text}`);
  return {
    id: punchId(index + 1),
    at: momentOf(`${date} ${time}`, offsets),
    kind,
    zone,
    job: job.length === 0 ? null : names.job(job.join(' ')),
    department: null,
    site: null,
  };
}

/** A correction of a proof day. Throws a RangeError where it cannot be meant. */
function proofCorrection(
  given: Readonly<Record<string, string>>,
  index: number,
  zone: string,
  offsets: ZoneOffsets,
  names: NamesAsTheyCome,
): Correction {
  const { do: kind = '', ...settings } = given;
  const read = readCorrection(correctionId(index + 1), kind, {
    given: settings,
    instant: (text) => momentOf(text, offsets),
    workday: (text) => workdayFromIso(text),
    number: (text) => Number(text),
    job: names.job,
    department: names.department,
    site: names.site,
    zone: () => zone,
  });
  if (read.ok) return read.correction;
  throw new RangeError(`Correction ${index + 1}, ${read.fault.field}: ${read.fault.reason}`);
}

/** `2026-10-25 01:30` on the wall clock; a star after it takes the second of two equal times. Throws a RangeError. */
function momentOf(text: string, offsets: ZoneOffsets): Instant {
  const match = /^(\d{4}-\d\d-\d\d) (\d\d):(\d\d)(?::(\d\d))?(\*?)$/.exec(text);
  if (match === null) throw new RangeError(`Not a moment like 2026-10-19 08:00: ${text}`);
  const [, date = '', h, m, s, star] = match;
  const ofDay = Number(h) * 3600 + Number(m) * 60 + Number(s ?? 0);
  const wall = wallClock(workdayFromIso(date) * SECONDS_PER_DAY + ofDay);
  const found = instantsOf(offsets, wall);
  if (star === '*') {
    if (found.length < 2)
      throw new RangeError(`${text.slice(0, -1)} comes once on this clock: leave out the star.`);
    return itemAt(found, 1);
  }
  return found[0] ?? firstInstantOf(offsets, wall);
}
