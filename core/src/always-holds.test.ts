import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { broken } from './card/always-holds.ts';
import { compute } from './compute.ts';
import type { PersonInput } from './input/person.ts';
import { inputSpan } from './input/reach.ts';
import { daysTouched } from './input/touches.ts';
import { punchesAround, shiftsOverOf } from './input/unbroken.ts';
import { workweekOf } from './steps/workday/workday.ts';
import { byHand } from './testing/by-hand.ts';
import { cases } from './testing/cases.ts';
import {
  type AnyCorrection,
  type AnyEdition,
  type AnyPerson,
  type AnyPunch,
  anyEditions,
  anyPerson,
  anyRound,
  anyRulebook,
} from './testing/random.ts';
import { dayOf, editionsOf, inputOf, STRETCHES } from './testing/random-input.ts';
import { type Workday, workday } from './time/units.ts';

/** Random people under random rulebooks, on nights on which clocks change and on others. */
const holds = (check: (input: PersonInput) => void, tick = 60, numRuns = 300) =>
  fc.assert(
    fc.property(
      anyEditions(tick),
      fc.oneof({ weight: 3, arbitrary: anyPerson(tick) }, { weight: 1, arbitrary: anyRound(tick) }),
      fc.constantFrom(...STRETCHES),
      (editions, person, stretch) => {
        check(inputOf(editionsOf(editions, stretch), person, stretch));
      },
    ),
    { numRuns: cases(numRuns) },
  );

/** Nothing reaches across the line of a workweek, which is the same in all editions. */
const countsByWeeks = ({ editions }: PersonInput): boolean =>
  editions.rulebooks.every(
    ({ overtime, lines, workday: { weekStartsOn } }) =>
      weekStartsOn === editions.rulebooks[0]?.workday.weekStartsOn &&
      lines.roundedOver === 'day' &&
      overtime.every(({ basis }) => basis.name !== 'pay period' && basis.name !== 'cycle'),
  );

const OF_PUNCHES: ReadonlySet<string> = new Set(['add', 'move', 'drop', 'retype']);

/** The punches as they would have been clocked, had nobody needed to correct them. */
function asClocked(punches: readonly AnyPunch[], corrections: readonly AnyCorrection[]): AnyPunch[] {
  const clocked: (AnyPunch | null)[] = [...punches];
  const added: AnyPunch[] = [];
  /** Each punch as the corrections so far leave it, dropped or not. */
  const last = [...punches];
  for (const one of corrections) {
    if (one.correction === 'add') {
      const { correction: _, ...punch } = one;
      added.push(punch);
      continue;
    }
    if (one.correction !== 'move' && one.correction !== 'drop' && one.correction !== 'retype') continue;
    const before = last[one.punch];
    if (before === undefined) continue;
    if (one.correction === 'drop') {
      clocked[one.punch] = null;
      continue;
    }
    const { correction: _, punch: place, ...changed } = one;
    last[place] = { ...before, ...changed };
    if (one.correction === 'move' || clocked[place] !== null) clocked[place] = last[place] ?? null;
  }
  return [...clocked.filter((punch) => punch !== null), ...added];
}

const linesOf = (input: PersonInput) => compute(input).lines;

describe('what always holds', () => {
  it('shifts add up, no second is paid twice, premiums lie within payable time, lines add up', () => {
    holds((input) => expect(broken(compute(input))).toEqual([]), 1, 500);
  });

  it('hours are whole steps, and add up to what is rounded: the day, or the pay period', () => {
    holds((input) => {
      const rules = (day: number) => input.editions.on(day).lines;
      /** What adds up together, by step: exact seconds, and hours. */
      const sums = new Map<string, { step: number; seconds: number; hours: number }>();
      for (const { workday: day, classId, seconds, hours } of linesOf(input)) {
        const { step, roundedOver } = rules(day);
        expect(hours % step).toBe(0);
        expect(Math.abs(hours - seconds * 25)).toBeLessThan(2 * step);
        const premium = classId.startsWith('premium:') ? classId : '';
        const key = `${roundedOver === 'day' ? day : 'period'} ${premium} ${step}`;
        const sum = sums.get(key) ?? { step, seconds: 0, hours: 0 };
        sums.set(key, { step, seconds: sum.seconds + seconds, hours: sum.hours + hours });
      }
      for (const { step, seconds, hours } of sums.values())
        expect(Math.abs(hours - seconds * 25)).toBeLessThanOrEqual(step / 2);
    }, 1);
  });

  it('the order of the input changes nothing, and computing again neither', () => {
    holds((input) => {
      const once = compute(input);
      const seen = ({ lines, segments, exceptions }: typeof once) =>
        JSON.stringify([lines, segments.map(({ shift, ...rest }) => [shift.start.punch, rest]), exceptions]);
      expect(seen(compute(input))).toBe(seen(once));
      const turned = {
        ...input,
        punches: [...input.punches].reverse(),
        corrections: [...input.corrections].reverse(),
        plans: [...input.plans].reverse(),
        leave: [...input.leave!].reverse(),
      };
      expect(seen(compute(turned))).toBe(seen(once));
    });
  });

  it('two spans that meet on a workweek line give what one gives', () => {
    holds((input) => {
      // A pay period and a cycle of days may reach across the line.
      fc.pre(countsByWeeks(input));
      const { weekStartsOn } = input.editions.on(input.first).workday;
      const line = workweekOf(workday(input.first + 9), weekStartsOn);
      const before = linesOf({ ...input, last: workday(line - 1) });
      const after = linesOf({ ...input, first: line });
      expect([...before, ...after]).toEqual(linesOf(input));
    });
  });

  it('where reading begins and ends changes nothing: random spans over one record agree on each day they share', () => {
    const days = fc.tuple(fc.integer({ min: -3, max: 26 }), fc.integer({ min: 0, max: 9 }));
    const spans = fc.tuple(days, days, fc.boolean());
    fc.assert(
      fc.property(
        anyEditions(60),
        fc.oneof(anyPerson(60), anyRound(60)),
        fc.constantFrom(...STRETCHES),
        spans,
        (editions, person, stretch, [one, other, onlyUndirected]) => {
          const whole = inputOf(editionsOf(editions, stretch), person, stretch);
          const punches = onlyUndirected
            ? whole.punches.map((punch) => ({ ...punch, kind: 'undirected' as const }))
            : whole.punches;
          const payPeriods = [-10, 0, 11, 25].map((day, i, all) => ({
            first: dayOf(stretch, day),
            last: dayOf(stretch, (all[i + 1] ?? 60) - 1),
          }));
          const linesOn = new Map<number, string>();
          for (const [day, length] of [one, other]) {
            const first = dayOf(stretch, day);
            const last = workday(first + length);
            const record = { ...whole, punches, payPeriods, first, last };
            const needed = inputSpan(first, last, record.editions, payPeriods, shiftsOverOf(record));
            const { lines } = compute({ ...record, punches: punchesAround(record, needed) });
            for (let on = first; on <= last; on = workday(on + 1)) {
              const here = JSON.stringify(lines.filter((line) => line.workday === on));
              expect(here).toBe(linesOn.get(on) ?? here);
              linesOn.set(on, here);
            }
          }
        },
      ),
      { numRuns: cases(1200) },
    );
  });

  it('two editions that say the same are one, however their rules meet', () => {
    fc.assert(
      fc.property(
        anyRulebook(60),
        fc.integer({ min: 0, max: 9 }),
        fc.oneof(anyPerson(60), anyRound(60)),
        fc.constantFrom(...STRETCHES),
        (rules, from, person, stretch) => {
          const [one, two] = [
            [{ from: null, rules }],
            [
              { from: null, rules },
              { from, rules: structuredClone(rules) },
            ],
          ];
          const of = (editions: AnyEdition[]) =>
            linesOf(inputOf(editionsOf(editions, stretch), person, stretch));
          expect(of(two)).toEqual(of(one));
        },
      ),
      { numRuns: cases(600) },
    );
  });

  it('corrections that change punches give what the punches so clocked give', () => {
    fc.assert(
      fc.property(
        anyEditions(60),
        fc.oneof(anyPerson(60), anyRound(60)),
        fc.constantFrom(...STRETCHES),
        (editions, person, stretch) => {
          const changes = person.corrections.filter(({ correction }) => OF_PUNCHES.has(correction));
          const of = (one: AnyPerson) => linesOf(inputOf(editionsOf(editions, stretch), one, stretch));
          const corrected = of({ ...person, corrections: changes });
          expect(corrected).toEqual(
            of({ ...person, corrections: [], punches: asClocked(person.punches, changes) }),
          );
        },
      ),
      { numRuns: cases(900) },
    );
  });

  it('a correction changes no line of a day that it does not touch', () => {
    holds((input) => {
      const last = input.corrections[input.corrections.length - 1];
      fc.pre(last !== undefined);
      const touched = daysTouched(last!, input);
      const corrections = input.corrections.filter((other) => other !== last);
      const reached =
        touched === null
          ? null
          : inputSpan(touched.first, touched.last, input.editions, [
              { first: input.first, last: input.last },
            ]);
      const outside = (of: PersonInput) =>
        linesOf(of).filter(
          ({ workday: day }) => reached === null || day < reached.first || day > reached.last,
        );
      expect(outside({ ...input, corrections })).toEqual(outside(input));
    });
  });

  it('what comes in a later workweek changes no line of an earlier one', () => {
    holds((input) => {
      fc.pre(countsByWeeks(input));
      const { weekStartsOn } = input.editions.on(input.first).workday;
      const line = workweekOf(workday(input.first + 9), weekStartsOn);
      // Punches of the days around the line may belong to a shift across it.
      const cut = (line + 2) * 86_400;
      const early = (of: PersonInput) =>
        linesOf(of).filter(({ workday: day }) => day < ((line - 7) as Workday));
      const without = { ...input, punches: input.punches.filter(({ at }) => at < cut) };
      expect(early(without)).toEqual(early(input));
    });
  });
});

describe('the reasons', () => {
  it('are enough to work every line out again by hand', () => {
    holds(
      (input) => {
        const computed = compute(input, true);
        // As they would travel: data, nothing else.
        const { shifts, reasons } = JSON.parse(
          JSON.stringify({
            shifts: computed.shifts.map((shift) => shift.reasons),
            reasons: computed.reasons,
          }),
        );
        const lines = new Map<string, number>();
        for (const { workday: day, classId, job, department, site, seconds } of computed.lines) {
          const key = `${day}|${classId}|${job}|${department}|${site}`;
          lines.set(key, (lines.get(key) ?? 0) + seconds);
        }
        expect(Object.fromEntries([...byHand(shifts, reasons)].sort())).toEqual(
          Object.fromEntries([...lines].sort()),
        );
      },
      60,
      600,
    );
  });

  it('are built only when asked for, and change nothing', () => {
    holds((input) => {
      const plain = compute(input);
      const explained = compute(input, true);
      expect(explained.lines).toEqual(plain.lines);
      expect(plain.shifts.every((shift) => shift.reasons.length === 0)).toBe(true);
    });
  });
});
