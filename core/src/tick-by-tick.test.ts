import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compute } from './compute.ts';
import type { Rulebook } from './rulebook/schema.ts';
import { type AnyWeek, anyRulebook, anyWeek, JOBS } from './testing/random.ts';
import { type AnyStretch, compiledOrNull, dayOf, inputOf, STRETCHES } from './testing/random-input.ts';
import { tickByTick } from './testing/tick-by-tick.ts';
import { workdayToIso } from './units.ts';

/** Seconds by workday, class and job, by the core and by the other. Rulebooks that mean nothing are passed over. */
function bothWays(rules: Rulebook, week: AnyWeek, stretch: AnyStretch, tick: number) {
  const rulebook = compiledOrNull(rules);
  fc.pre(rulebook !== null);
  const input = inputOf(rulebook!, week, stretch);
  const ours = new Map<string, number>();
  for (const line of compute(input).lines) {
    const job = line.job === null ? '' : JOBS[line.job - 1]!;
    const key = `${workdayToIso(line.workday)}|${line.classId}|${job}`;
    ours.set(key, (ours.get(key) ?? 0) + line.seconds);
  }
  const [zone, start] = stretch;
  const iso = (day: number): string => workdayToIso(dayOf(stretch, day));
  const theirs = tickByTick({
    rules,
    zone,
    punches: week.punches.map((punch) => ({ ...punch, at: start + punch.at })),
    plans: week.plans.map(({ from, to }) => ({ from: start + from, to: start + to })),
    holidays: week.holidays.map(iso),
    restDays: week.restDays.map(iso),
    leave: week.leave.map(({ day, code, seconds }) => ({ date: iso(day), code, seconds })),
    first: workdayToIso(input.first),
    last: workdayToIso(input.last),
    tick,
  });
  return { ours: Object.fromEntries([...ours].sort()), theirs: Object.fromEntries([...theirs].sort()) };
}

describe('the core and a calculation tick by tick, which share no code, agree', () => {
  it.each(STRETCHES)(
    'on random people and rulebooks by the minute, %s',
    { timeout: 300_000 },
    (zone, start) => {
      const stretch = [zone, start] as AnyStretch;
      fc.assert(
        fc.property(anyRulebook, anyWeek(60), (rules, week) => {
          const { ours, theirs } = bothWays(rules, week, stretch, 60);
          expect(ours).toEqual(theirs);
        }),
        { numRuns: 500 },
      );
    },
  );

  it('by the second', { timeout: 300_000 }, () => {
    fc.assert(
      fc.property(anyRulebook, anyWeek(1), fc.constantFrom(...STRETCHES), (rules, week, stretch) => {
        const { ours, theirs } = bothWays(rules, week, stretch, 1);
        expect(ours).toEqual(theirs);
      }),
      { numRuns: 50 },
    );
  });
});
