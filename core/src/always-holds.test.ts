import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compute, type PersonInput } from './compute.ts';
import { broken } from './invariants/invariants.ts';
import { byHand } from './testing/by-hand.ts';
import { anyRulebook, anyWeek } from './testing/random.ts';
import { compiledOrNull, inputOf, STRETCHES } from './testing/random-input.ts';
import { type Workday, workday } from './units.ts';
import { workweekOf } from './workday/workday.ts';

/** Random people under random rulebooks, on nights on which clocks change and on others. */
const holds = (check: (input: PersonInput) => void, tick = 60, numRuns = 300) =>
  fc.assert(
    fc.property(anyRulebook, anyWeek(tick), fc.constantFrom(...STRETCHES), (rules, week, stretch) => {
      const rulebook = compiledOrNull(rules);
      fc.pre(rulebook !== null);
      check(inputOf(rulebook!, week, stretch));
    }),
    { numRuns },
  );

const linesOf = (input: PersonInput) => compute(input).lines;

describe('what always holds', () => {
  it('shifts add up, no second is paid twice, premiums lie within payable time, lines add up', () => {
    holds((input) => expect(broken(compute(input))).toEqual([]), 1, 500);
  });

  it('hundredths add up to the rounded hours of each day', () => {
    holds((input) => {
      const days = new Map<number, { seconds: number; hundredths: number }>();
      for (const { workday: day, classId, seconds, hundredths } of linesOf(input)) {
        if (classId.startsWith('premium:')) continue;
        const sum = days.get(day) ?? { seconds: 0, hundredths: 0 };
        days.set(day, { seconds: sum.seconds + seconds, hundredths: sum.hundredths + hundredths });
      }
      for (const { seconds, hundredths } of days.values()) {
        expect(Math.abs(hundredths - seconds / 36)).toBeLessThanOrEqual(0.5);
      }
    }, 1);
  });

  it('the order of the input changes nothing, and computing again neither', () => {
    holds((input) => {
      const once = compute(input);
      const seen = ({ lines, segments, exceptions }: typeof once) =>
        JSON.stringify([lines, segments, exceptions]);
      expect(seen(compute(input))).toBe(seen(once));
      const turned = {
        ...input,
        punches: [...input.punches].reverse(),
        plans: [...input.plans].reverse(),
        leave: [...input.leave!].reverse(),
      };
      expect(seen(compute(turned))).toBe(seen(once));
    });
  });

  it('two spans that meet on a workweek line give what one gives', () => {
    holds((input) => {
      // A pay period and a cycle of days may reach across the line.
      const rulebook = input.editions.on(input.first);
      fc.pre(rulebook.overtime.every(({ basis }) => basis.name !== 'pay period' && basis.name !== 'cycle'));
      const line = workweekOf(workday(input.first + 9), rulebook.workday.weekStartsOn);
      const before = linesOf({ ...input, last: workday(line - 1) });
      const after = linesOf({ ...input, first: line });
      expect([...before, ...after]).toEqual(linesOf(input));
    });
  });

  it('what comes in a later workweek changes no line of an earlier one', () => {
    holds((input) => {
      const rulebook = input.editions.on(input.first);
      fc.pre(rulebook.overtime.every(({ basis }) => basis.name !== 'pay period' && basis.name !== 'cycle'));
      const line = workweekOf(workday(input.first + 9), rulebook.workday.weekStartsOn);
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
        const lines = computed.lines.map((line): [string, number] => [
          `${line.workday}|${line.classId}|${line.job}|${line.department}`,
          line.seconds,
        ]);
        expect(Object.fromEntries([...byHand(shifts, reasons)].sort())).toEqual(
          Object.fromEntries(lines.sort()),
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
