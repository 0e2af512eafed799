import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Punch, PunchKind } from './model/punch.ts';
import type { Rulebook } from './rulebook/schema.ts';
import { at, computeFor, punch, rulebook, shifts } from './testing/fixtures.ts';
import { instant, workdayFromIso } from './time/units.ts';

/** Anything that clocks can throw at the computation, over three weeks around the night the clocks go back. */
const KINDS: readonly PunchKind[] = [
  'in',
  'out',
  'in',
  'out',
  'meal-out',
  'meal-in',
  'break-out',
  'break-in',
  'undirected',
  'job-change',
];
const start = at('2026-10-12 00:00');
const anyPunches: fc.Arbitrary<Punch[]> = fc
  .array(fc.record({ seconds: fc.integer({ min: 0, max: 21 * 86_400 }), kind: fc.constantFrom(...KINDS) }), {
    maxLength: 60,
  })
  .map((list) =>
    list.map(({ seconds, kind }) => punch(kind, '2026-10-12 00:00', { at: instant(start + seconds) })),
  );

const anyRules: fc.Arbitrary<Partial<Rulebook>> = fc.record({
  rounding: fc.constantFrom<Rulebook['rounding']>(
    [],
    [{ kinds: ['in', 'out'], minutes: 15, toward: 'nearest', turnsAtMinute: 8 }],
    [
      { kinds: ['in', 'meal-in'], minutes: 15, toward: 'down' },
      { kinds: ['out', 'meal-out'], minutes: 10, toward: 'up' },
    ],
  ),
  breaks: fc.constantFrom<Rulebook['breaks']>(
    { paidUpTo: 'PT20M' },
    {
      paidUpTo: 'PT0S',
      automaticMeal: {
        tiers: [
          { after: 'PT5H', compare: 'more than', take: 'PT30M' },
          { after: 'PT9H', compare: 'at least', take: 'PT1H' },
        ],
        besidePunched: 'top up',
        placed: { at: 'clock time', time: '02:00' },
      },
    },
    {
      paidUpTo: 'PT20M',
      automaticMeal: {
        tiers: [{ after: 'PT1H', compare: 'more than', take: 'PT45M' }],
        besidePunched: 'take as well',
        placed: { at: 'after work', after: 'PT30M' },
      },
    },
  ),
  workday: fc.record({
    startsAt: fc.constantFrom('00:00', '04:00', '22:00'),
    shiftBelongsTo: fc.constantFrom(
      'day it starts',
      'day it ends',
      'day of its larger part',
      'split at the line',
    ),
  }),
  workweek: fc.record({ startsOn: fc.constantFrom('monday', 'sunday', 'thursday') }),
  overtime: fc.subarray<Rulebook['overtime'][number]>([
    {
      name: 'Daily',
      basis: 'workday',
      tiers: [
        { above: 'PT4H', multiplier: 1.5 },
        { above: 'PT6H', multiplier: 2 },
      ],
    },
    { name: 'Weekly', basis: 'workweek', tiers: [{ above: 'PT10H', multiplier: 1.5 }], least: 'PT30M' },
  ]),
  premiums: fc.constantFrom<Rulebook['premiums']>([], [{ name: 'Night', from: '22:00', to: '06:00' }]),
});

const SPAN = { first: '2026-10-12', last: '2026-11-01' };
const holds = (check: (punches: Punch[], rules: ReturnType<typeof rulebook>) => void) =>
  fc.assert(
    fc.property(anyPunches, anyRules, (punches, rules) => check(punches, rulebook(rules))),
    { numRuns: 300 },
  );

describe('what always holds', () => {
  it('clocked = payable + unpaid breaks + rounding, to the second, for every shift', () => {
    holds((punches, rules) => {
      for (const shift of computeFor(punches, rules, SPAN).shifts) {
        expect(shift.clockedSeconds).toBe(shift.payableSeconds + shift.unpaidSeconds + shift.roundingSeconds);
      }
    });
  });

  it('no second is paid twice, and segments add up to the shifts', () => {
    holds((punches, rules) => {
      const { segments, shifts: computed } = computeFor(punches, rules, SPAN);
      const inOrder = [...segments].sort((a, b) => a.start - b.start);
      inOrder.forEach((segment, i) => {
        expect(segment.end).toBeGreaterThan(segment.start);
        if (i > 0) expect(segment.start).toBeGreaterThanOrEqual(inOrder[i - 1]!.end);
      });
      const paid = segments.reduce((sum, segment) => sum + segment.end - segment.start, 0);
      expect(paid).toBe(computed.reduce((sum, shift) => sum + shift.payableSeconds, 0));
    });
  });

  it('lines add up to the segments of their days, in seconds, and none is negative', () => {
    holds((punches, rules) => {
      const { segments, lines } = computeFor(punches, rules, { first: '2026-10-01', last: '2026-11-30' });
      const worked = lines.filter((line) => !line.classId.startsWith('premium:'));
      expect(worked.reduce((sum, line) => sum + line.seconds, 0)).toBe(
        segments.reduce((sum, segment) => sum + segment.end - segment.start, 0),
      );
      for (const line of lines) expect(Math.min(line.seconds, line.hours)).toBeGreaterThanOrEqual(0);
    });
  });

  it('the order in which punches arrive changes nothing, and computing again neither', () => {
    holds((punches, rules) => {
      const once = computeFor(punches, rules, SPAN);
      // Of two punches of one kind at one instant the database keeps one; here either may stand for both.
      const without = (computed: typeof once) =>
        JSON.stringify([computed.lines, computed.segments, computed.exceptions.length]);
      expect(without(computeFor([...punches].reverse(), rules, SPAN))).toBe(without(once));
      expect(without(computeFor(punches, rules, SPAN))).toBe(without(once));
    });
  });

  it('a change in one workweek changes no earlier one', () => {
    holds((punches, rules) => {
      const cut = at('2026-10-22 00:00');
      // The earliest day of the workweek that holds the cut, or the shift across it, whenever workweeks start.
      const firstAffected = workdayFromIso('2026-10-15');
      const early = (computed: ReturnType<typeof computeFor>) =>
        computed.lines.filter((line) => line.workday < firstAffected);
      // A whole workweek before the cut stays as it was, whatever comes after.
      const before = punches.filter((p) => p.at < cut);
      expect(early(computeFor(before, rules, SPAN))).toEqual(early(computeFor(punches, rules, SPAN)));
    });
  });
});

describe('two spans instead of one', () => {
  it('give the same lines when they meet on a workweek line', () => {
    const rules = rulebook({
      overtime: [
        { name: 'Daily', basis: 'workday', tiers: [{ above: 'PT8H', multiplier: 1.5 }] },
        { name: 'Weekly', basis: 'workweek', tiers: [{ above: 'PT40H', multiplier: 1.5 }] },
      ],
    });
    const punches = shifts(
      ...Array.from({ length: 14 }, (_, i): [string, string] => {
        const [day, next] = [19 + i, 20 + i].map((d) =>
          d > 31 ? `2026-11-${String(d - 31).padStart(2, '0')}` : `2026-10-${d}`,
        );
        return [`${day} 21:30`, `${next} 06:10`];
      }),
    );
    const whole = computeFor(punches, rules).lines;
    const first = computeFor(punches, rules, { last: '2026-10-25' }).lines;
    const second = computeFor(punches, rules, { first: '2026-10-26' }).lines;
    expect([...first, ...second]).toEqual(whole);
  });
});
