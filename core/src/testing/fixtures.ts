/** Short ways to say a person's input in tests. Not part of the package. */
import type { Computed } from '../card/card.ts';
import { compute } from '../compute.ts';
import type { PersonInput } from '../input/person.ts';
import { punchId } from '../model/ids.ts';
import type { Plan } from '../model/plan.ts';
import type { EffectivePunch, Punch, PunchKind } from '../model/punch.ts';
import { compileRulebook, type Names } from '../rulebook/compile.ts';
import type { CompiledRulebook } from '../rulebook/compiled.ts';
import { Editions } from '../rulebook/editions.ts';
import type { Rulebook } from '../rulebook/schema.ts';
import { base } from '../rulebook/starters/base.ts';
import {
  type Instant,
  instant,
  instantFromIso,
  SECONDS_PER_DAY,
  wallClock,
  workdayFromIso,
} from '../time/units.ts';
import { firstInstantOf, ZoneTables } from '../time/zone.ts';

export const LONDON = 'Europe/London';
const zones = ZoneTables.around(
  instantFromIso('2026-01-01T00:00:00Z'),
  instantFromIso('2026-12-31T00:00:00Z'),
);
export const london = zones.of(LONDON);

/** A rulebook without rounding, meals, overtime or premiums, but for what is given. */
const plainRules: Rulebook = { ...base, name: 'Plain' };

export function rulebook(changes: Partial<Rulebook> = {}, names?: Names): CompiledRulebook {
  const result = compileRulebook({ ...plainRules, ...changes }, 1, names);
  if (!result.ok) throw new Error(JSON.stringify(result.faults));
  return result.rulebook;
}

/** `2026-10-24 22:00` on London's wall clock; a trailing `*` takes the second of two equal times. */
export function at(text: string): Instant {
  const [date, time] = text.replace('*', '').split(' ') as [string, string];
  const [h, m, s] = time.split(':').map(Number) as [number, number, number | undefined];
  const wall = wallClock(workdayFromIso(date) * SECONDS_PER_DAY + h * 3600 + m * 60 + (s ?? 0));
  return instant(firstInstantOf(london, wall) + (text.endsWith('*') ? 3600 : 0));
}

let nextId = 1;
export function punch(kind: PunchKind, when: string, more: Partial<Punch> = {}): Punch {
  return {
    id: punchId(nextId++),
    at: at(when),
    kind,
    zone: LONDON,
    job: null,
    department: null,
    site: null,
    ...more,
  };
}

/** Punches of whole shifts: `['2026-10-19 08:00', '2026-10-19 17:00']` is an in and an out. */
export function shifts(...pairs: readonly (readonly [string, string])[]): Punch[] {
  return pairs.flatMap(([start, end]) => [punch('in', start), punch('out', end)]);
}

export const effective = (punches: readonly Punch[]): readonly EffectivePunch[] => punches;

type More = Partial<Omit<PersonInput, 'first' | 'last'>> & { first?: string; last?: string };

/** One person's input over 19 October to 1 November 2026, where nothing else is said. */
export function inputFor(
  punches: readonly Punch[],
  rules: CompiledRulebook,
  { first = '2026-10-19', last = '2026-11-01', ...rest }: More = {},
): PersonInput {
  return {
    first: workdayFromIso(first),
    last: workdayFromIso(last),
    punches,
    corrections: [],
    plans: [],
    editions: Editions.always(rules),
    zones,
    asOf: null,
    ...rest,
  };
}

export const computeFor = (punches: readonly Punch[], rules: CompiledRulebook, more: More = {}): Computed =>
  compute(inputFor(punches, rules, more), true);

/** Hours by class over all lines: `{ ordinary: 40, 'overtime-1.5': 6 }`. */
export function hoursByClass(computed: Computed): Record<string, number> {
  const hours: Record<string, number> = {};
  for (const line of computed.lines) hours[line.classId] = (hours[line.classId] ?? 0) + line.hours / 90_000;
  return hours;
}

/** A planned shift of a day, in London. */
export const plan = (day: string, start: string, end: string): Plan => ({
  workday: workdayFromIso(day),
  startsAt: at(start),
  endsAt: at(end),
  job: null,
  department: null,
});
