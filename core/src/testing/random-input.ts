import type { PersonInput } from '../compute.ts';
import { Editions } from '../editions/editions.ts';
import type { Punch, PunchKind } from '../effective/types.ts';
import { type CompiledRulebook, compileRulebook, type Names } from '../rulebook/compile.ts';
import type { Rulebook } from '../rulebook/schema.ts';
import {
  instant,
  type JobId,
  type PunchId,
  SECONDS_PER_DAY,
  seconds,
  type Workday,
  workday,
} from '../units.ts';
import { workdayAt } from '../workday/workday.ts';
import { ZoneTables } from '../zone/zone.ts';
import { type AnyWeek, JOBS } from './random.ts';

/** Starts of ten days each: the nights on which clocks change lie inside, forward and back, and one stretch without. */
export const STRETCHES = [
  ['Europe/London', Date.UTC(2026, 9, 20) / 1000],
  ['Europe/London', Date.UTC(2026, 2, 25) / 1000],
  ['America/New_York', Date.UTC(2026, 9, 28) / 1000],
  ['Australia/Lord_Howe', Date.UTC(2026, 9, 1) / 1000],
  ['Asia/Kolkata', Date.UTC(2026, 5, 1) / 1000],
] as const;
export type AnyStretch = (typeof STRETCHES)[number];

const names: Names = {
  job: (name) => {
    const at = JOBS.indexOf(name as (typeof JOBS)[number]);
    return at < 0 ? undefined : ((at + 1) as JobId);
  },
  department: () => undefined,
  site: () => undefined,
};

export const compiledOrNull = (rules: Rulebook): CompiledRulebook | null => {
  const result = compileRulebook(rules, 1, names);
  return result.ok ? result.rulebook : null;
};

/** The workday so many days into a stretch. */
export const dayOf = ([, start]: AnyStretch, day: number): Workday => workday(start / SECONDS_PER_DAY + day);

/** A random week as the core takes it, over all of it and some days around. */
export function inputOf(rulebook: CompiledRulebook, week: AnyWeek, stretch: AnyStretch): PersonInput {
  const [zone, start] = stretch;
  const zones = new ZoneTables(instant(start - 40 * SECONDS_PER_DAY), instant(start + 60 * SECONDS_PER_DAY));
  return {
    first: dayOf(stretch, -3),
    last: dayOf(stretch, 14),
    punches: week.punches.map(
      (punch, i): Punch => ({
        id: (i + 1) as PunchId,
        at: instant(start + punch.at),
        kind: punch.kind as PunchKind,
        zone,
        job: punch.job === null ? null : names.job(punch.job)!,
        department: null,
        site: null,
      }),
    ),
    corrections: [],
    plans: week.plans.map(({ from, to }) => ({
      workday: workdayAt(instant(start + from), rulebook.workday, zones.of(zone)),
      startsAt: instant(start + from),
      endsAt: instant(start + to),
      job: null,
      department: null,
    })),
    leave: week.leave.map(({ day, code, seconds: length }) => ({
      workday: dayOf(stretch, day),
      kind: 'leave',
      code,
      seconds: seconds(length),
      reason: '',
      job: null,
      department: null,
    })),
    calendar: {
      holidays: new Map(week.holidays.map((day) => [dayOf(stretch, day), 'Holiday'])),
      restDays: new Set(week.restDays.map((day) => dayOf(stretch, day))),
    },
    editions: Editions.always(rulebook),
    zones,
    asOf: null,
  };
}
