import type { Correction } from '../corrections/types.ts';
import type { CorrectionId, PunchId } from '../record/ids.ts';
import type { PersonInput } from '../record/person.ts';
import type { Punch, PunchKind } from '../record/punch.ts';
import { Editions } from '../rulebook/editions.ts';
import { workdayAt } from '../steps/workday/workday.ts';
import { instant, SECONDS_PER_DAY, seconds, type Workday, workday } from '../time/units.ts';
import { ZoneTables } from '../time/zone.ts';
import { type AnyEdition, type AnyPerson, type AnyPunch, compiledOrNull, names } from './random.ts';

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

/** A random person as the core takes it, over all of the span and some days around. */
export function inputOf(editions: Editions, person: AnyPerson, stretch: AnyStretch): PersonInput {
  const [zone, start] = stretch;
  const zones = new ZoneTables(instant(start - 40 * SECONDS_PER_DAY), instant(start + 60 * SECONDS_PER_DAY));
  const placed = ({ job, department, site }: Omit<AnyPunch, 'at' | 'kind'>) => ({
    zone,
    job: job === null ? null : (names.job(job) ?? null),
    department: department === null ? null : (names.department(department) ?? null),
    site: site === null ? null : (names.site(site) ?? null),
  });
  return {
    first: dayOf(stretch, -3),
    last: dayOf(stretch, 28),
    punches: person.punches.map(
      (punch, i): Punch => ({
        id: (i + 1) as PunchId,
        at: instant(start + punch.at),
        kind: punch.kind as PunchKind,
        ...placed(punch),
      }),
    ),
    corrections: person.corrections.map((drawn, i): Correction => {
      const id = (i + 1) as CorrectionId;
      if (drawn.correction === 'undo') return { id, kind: 'undo', undoes: drawn.undoes as CorrectionId };
      if (drawn.correction === 'drop') return { id, kind: 'drop', punch: (drawn.punch + 1) as PunchId };
      const at = instant(start + drawn.at);
      if (drawn.correction === 'cancel-meal') return { id, kind: 'cancel-meal', at };
      if (drawn.correction === 'move') return { id, kind: 'move', punch: (drawn.punch + 1) as PunchId, at };
      return { id, kind: 'add', at, punchKind: drawn.kind as PunchKind, ...placed(drawn) };
    }),
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
