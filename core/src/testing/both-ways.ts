import fc from 'fast-check';
import { expect } from 'vitest';
import { compute } from '../compute.ts';
import { workdayToIso } from '../time/units.ts';
import { type AnyCorrection, type AnyEdition, type AnyPerson, DEPARTMENTS, JOBS, SITES } from './random.ts';
import { type AnyStretch, dayOf, editionsOf, inputOf } from './random-input.ts';
import { type TickCorrection, tickByTick } from './tick-by-tick.ts';

const nameOf = (names: readonly string[], id: number | null): string =>
  id === null ? '' : (names[id - 1] ?? '');

/** A correction with its instants in seconds and its days as dates. */
function inTime(one: AnyCorrection, stretch: AnyStretch): TickCorrection {
  const [, start] = stretch;
  if (
    one.correction === 'flat-hours' ||
    one.correction === 'lateness-leave' ||
    one.correction === 'approve-overtime'
  )
    return { ...one, date: workdayToIso(dayOf(stretch, one.day)) };
  if (one.correction === 'set-workday')
    return { ...one, at: start + one.at, date: workdayToIso(dayOf(stretch, one.day)) };
  if ('at' in one) return { ...one, at: start + one.at };
  return 'from' in one ? { ...one, from: start + one.from, to: start + one.to } : one;
}

/** Seconds by workday, class, job, department and site, by the core and by the other. */
function bothWays(editions: readonly AnyEdition[], person: AnyPerson, stretch: AnyStretch, tick: number) {
  const input = inputOf(editionsOf(editions, stretch), person, stretch);
  const ours = new Map<string, number>();
  for (const line of compute(input).lines) {
    const key = `${workdayToIso(line.workday)}|${line.classId}|${nameOf(JOBS, line.job)}|${nameOf(DEPARTMENTS, line.department)}|${nameOf(SITES, line.site)}`;
    ours.set(key, (ours.get(key) ?? 0) + line.seconds);
  }
  const [zone, start] = stretch;
  const iso = (day: number): string => workdayToIso(dayOf(stretch, day));
  const theirs = tickByTick({
    editions: editions.map(({ from, rules }) => ({ from: from === null ? null : iso(from), rules })),
    zone,
    punches: person.punches.map((punch) => ({ ...punch, at: start + punch.at })),
    corrections: person.corrections.map((one) => inTime(one, stretch)),
    plans: person.plans.map(({ from, to, job }) => ({ from: start + from, to: start + to, job })),
    holidays: person.holidays.map(iso),
    restDays: person.restDays.map(iso),
    homes: person.homes.map(({ from, department }) => ({ from: iso(from), department })),
    leave: person.leave.map(({ day, ...rest }) => ({ date: iso(day), ...rest })),
    first: workdayToIso(input.first),
    last: workdayToIso(input.last),
    tick,
  });
  return { ours: Object.fromEntries([...ours].sort()), theirs: Object.fromEntries([...theirs].sort()) };
}

/** So many random people under random rulebooks, computed both ways, agree in every line. */
export function agree(
  editions: fc.Arbitrary<AnyEdition[]>,
  people: fc.Arbitrary<AnyPerson>,
  stretches: readonly AnyStretch[],
  tick: number,
  numRuns: number,
): void {
  fc.assert(
    fc.property(editions, people, fc.constantFrom(...stretches), (rules, person, stretch) => {
      const { ours, theirs } = bothWays(rules, person, stretch, tick);
      expect(ours).toEqual(theirs);
    }),
    // Other people in each zone.
    { numRuns, seed: (fc.readConfigureGlobal().seed ?? 0) + (stretches[0]?.[1] ?? 0) + tick },
  );
}
