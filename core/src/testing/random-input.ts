import type { Correction } from '../corrections/kinds.ts';
import { correctionFrom } from '../corrections/read.ts';
import type { PersonInput } from '../input/person.ts';
import { correctionId, type PunchId } from '../model/ids.ts';
import type { Punch, PunchKind } from '../model/punch.ts';
import { Editions } from '../rulebook/editions.ts';
import { workdayAt } from '../steps/workday/workday.ts';
import { instant, SECONDS_PER_DAY, seconds, type Workday, workday } from '../time/units.ts';
import { ZoneTables } from '../time/zone.ts';
import {
  type AnyCorrection,
  type AnyEdition,
  type AnyPerson,
  type AnyPunch,
  compiledOrNull,
  names,
  type OtherPlace,
} from './random.ts';

/** Starts of ten days each: the nights on which clocks change lie inside, forward and back, and one stretch without. */
export const STRETCHES = [
  ['Europe/London', Date.UTC(2026, 9, 20) / 1000],
  ['Europe/London', Date.UTC(2026, 2, 25) / 1000],
  ['America/New_York', Date.UTC(2026, 9, 28) / 1000],
  ['Australia/Lord_Howe', Date.UTC(2026, 9, 1) / 1000],
  ['Asia/Kolkata', Date.UTC(2026, 5, 1) / 1000],
] as const;
export type AnyStretch = (typeof STRETCHES)[number];

/** The workday so many days into a stretch. */
export const dayOf = ([, start]: AnyStretch, day: number): Workday => workday(start / SECONDS_PER_DAY + day);

/** The editions compiled. */
export const editionsOf = (editions: readonly AnyEdition[], stretch: AnyStretch): Editions =>
  new Editions(
    editions.map(({ from, rules }) => ({
      from: from === null ? (Number.NEGATIVE_INFINITY as Workday) : dayOf(stretch, from),
      rulebook: compiledOrNull(rules)!,
    })),
  );

const idOf = <T>(name: string | null, find: (name: string) => T | undefined): T | null =>
  name === null ? null : (find(name) ?? null);

const inPlace = ({ job, department, site }: Omit<AnyPunch, 'at' | 'kind'>) => ({
  job: idOf(job, names.job),
  department: idOf(department, names.department),
  site: idOf(site, names.site),
});

const inOtherPlace = ({ job, department, site }: OtherPlace) => ({
  ...(job === undefined ? {} : { job: idOf(job, names.job) }),
  ...(department === undefined ? {} : { department: idOf(department, names.department) }),
  ...(site === undefined ? {} : { site: idOf(site, names.site) }),
});

/** A random correction as the core takes it. Throws where the core would refuse to read it. */
function asCorrection(
  drawn: AnyCorrection,
  number: number,
  person: AnyPerson,
  stretch: AnyStretch,
): Correction {
  const read = correctionFrom(correctionId(number), {
    kind: drawn.correction,
    ...saysOf(drawn, person, stretch),
  });
  if (!read.ok) throw new Error(`${drawn.correction}: ${read.fault.field}: ${read.fault.reason}`);
  return read.correction;
}

function saysOf(drawn: AnyCorrection, { plans }: AnyPerson, stretch: AnyStretch): object {
  const [zone, start] = stretch;
  switch (drawn.correction) {
    case 'add':
      return { at: start + drawn.at, punchKind: drawn.kind, zone, ...inPlace(drawn) };
    case 'move':
      return { punch: drawn.punch + 1, at: start + drawn.at };
    case 'drop':
      return { punch: drawn.punch + 1 };
    case 'retype':
      return {
        punch: drawn.punch + 1,
        // Some change nothing but a note, so that there is always something given.
        note: 'changed',
        ...(drawn.kind === undefined ? {} : { punchKind: drawn.kind }),
        ...inOtherPlace(drawn),
      };
    case 'split':
      return { at: start + drawn.at, ...inOtherPlace(drawn) };
    case 'set-workday':
      return { at: start + drawn.at, workday: dayOf(stretch, drawn.day) };
    case 'cancel-meal':
      return { at: start + drawn.at };
    case 'set-meal':
    case 'not-worked':
      return { from: start + drawn.from, to: start + drawn.to };
    case 'set-class':
      return { from: start + drawn.from, to: start + drawn.to, multiplier: drawn.multiplier };
    case 'approve-overtime': {
      const { day, rule, seconds } = drawn;
      const length = seconds === null ? {} : { length: `PT${seconds}S` };
      return { workday: dayOf(stretch, day), rule, ...length };
    }
    case 'set-job':
      return { from: start + drawn.from, to: start + drawn.to, ...inOtherPlace(drawn) };
    case 'flat-hours':
      return {
        workday: dayOf(stretch, drawn.day),
        as: drawn.kind,
        code: drawn.code,
        length: `PT${drawn.seconds}S`,
      };
    case 'lateness-leave':
      return {
        // No exception of those that are drawn: what it settles is tried where exceptions are.
        exception: 'late-in:nobody',
        workday: dayOf(stretch, drawn.day),
        code: drawn.code,
        length: `PT${drawn.seconds}S`,
      };
    case 'absence-leave':
      return { planStartsAt: start + (plans[drawn.plan]?.from ?? 0), code: drawn.code };
    case 'undo':
      return { undoes: drawn.undoes };
  }
}

/** A random person as the core takes it, over all of the span and some days around. */
export function inputOf(editions: Editions, person: AnyPerson, stretch: AnyStretch): PersonInput {
  const [zone, start] = stretch;
  const zones = new ZoneTables(instant(start - 40 * SECONDS_PER_DAY), instant(start + 60 * SECONDS_PER_DAY));
  return {
    first: dayOf(stretch, -3),
    last: dayOf(stretch, 28),
    punches: person.punches.map(
      (punch, i): Punch => ({
        id: (i + 1) as PunchId,
        at: instant(start + punch.at),
        kind: punch.kind as PunchKind,
        zone,
        ...inPlace(punch),
      }),
    ),
    corrections: person.corrections.map((drawn, i) => asCorrection(drawn, i + 1, person, stretch)),
    plans: person.plans.map(({ from, to, job }) => {
      const offsets = zones.of(zone);
      const startsAt = instant(start + from);
      return {
        workday: workdayAt(startsAt, editions.at(startsAt, offsets).workday, offsets),
        startsAt,
        endsAt: instant(start + to),
        job: job === null ? null : (names.job(job) ?? null),
        department: null,
      };
    }),
    homes: person.homes.map(({ from, department }) => ({
      from: dayOf(stretch, from),
      department: idOf(department, names.department),
      costCenter: null,
    })),
    leave: person.leave.map(({ day, kind, code, seconds: length }) => ({
      workday: dayOf(stretch, day),
      kind,
      code,
      seconds: seconds(length),
      reason: '',
      job: null,
      department: null,
    })),
    calendar: {
      holidays: new Map(person.holidays.map((day) => [dayOf(stretch, day), 'Holiday'])),
      restDays: new Set(person.restDays.map((day) => dayOf(stretch, day))),
    },
    editions,
    zones,
    asOf: null,
  };
}
