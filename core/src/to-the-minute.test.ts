import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Computed } from './card/card.ts';
import { compute } from './compute.ts';
import type { PersonInput } from './input/person.ts';
import { Editions } from './rulebook/editions.ts';
import type { Rulebook } from './rulebook/schema.ts';
import { cases } from './testing/cases.ts';
import { computeFor, hoursByClass, rulebook, shifts } from './testing/fixtures.ts';
import { type AnyLeave, anyRulebook, compiledOrNull } from './testing/random.ts';
import { inputOf, STRETCHES } from './testing/random-input.ts';
import { workdayFromIso } from './time/units.ts';

const MONDAY = 19;
const october = (day: number, time: string): string => `2026-10-${day} ${time}`;
const restDay = (day: number) => ({
  calendar: { holidays: new Map(), restDays: new Set([workdayFromIso(`2026-10-${day}`)]) },
});

describe('hours do not hang on a minute', () => {
  const weekly = { name: 'Weekly', basis: 'workweek' as const, tiers: [{ above: 'PT40H', multiplier: 1.5 }] };
  const rest = { name: 'Rest day', basis: 'rest day' as const, tiers: [{ above: 'PT0S', multiplier: 2 }] };

  it.each([
    ['39:59', '15:59', 39 + 59 / 60],
    ['40:00', '16:00', 40],
    ['40:01', '16:01', 40],
  ])('eight hours of a rest day pay 2 after %s in the week', (_worked, fridayEnds, ordinary) => {
    const week = Array.from({ length: 5 }, (_, i): [string, string] => [
      october(MONDAY + i, '08:00'),
      october(MONDAY + i, i === 4 ? fridayEnds : '16:00'),
    ]);
    const punches = shifts(...week, [october(24, '08:00'), october(24, '16:00')]);
    const hours = hoursByClass(computeFor(punches, rulebook({ overtime: [weekly, rest] }), restDay(24)));
    expect(hours['overtime-2']).toBe(8);
    expect(hours.ordinary).toBeCloseTo(ordinary, 2);
  });

  it.each(['18:00', '17:59'])('an evening on a rest day that starts at %s pays 2', (start) => {
    const evening = {
      name: 'Evening',
      basis: { of: 'clock time' as const, after: '18:00', until: '22:00' },
      tiers: [{ above: 'PT0S', multiplier: 1.25 }],
    };
    const punches = shifts([october(24, start), october(24, '22:00')]);
    const hours = hoursByClass(computeFor(punches, rulebook({ overtime: [evening, rest] }), restDay(24)));
    expect(hours).toEqual({ 'overtime-2': start === '18:00' ? 4 : 4.02 });
  });

  it.each(['08:00', '08:01'])(
    'Friday’s overtime is what it was, when Saturday ends at %s',
    (saturdayEnds) => {
      const daily = {
        name: 'Daily',
        basis: 'workday' as const,
        tiers: [{ above: 'PT8H', multiplier: 1.25 }],
      };
      const double = { ...weekly, tiers: [{ above: 'PT40H', multiplier: 2 }] };
      const week = Array.from({ length: 5 }, (_, i): [string, string] => [
        october(MONDAY + i, '08:00'),
        october(MONDAY + i, i === 4 ? '18:00' : '16:00'),
      ]);
      const punches = shifts(...week, [october(24, '06:00'), october(24, saturdayEnds)]);
      const { lines } = computeFor(punches, rulebook({ overtime: [daily, double] }));
      const friday = lines.filter(({ workday }) => workday === workdayFromIso('2026-10-23'));
      expect(friday.map(({ classId, seconds }) => [classId, seconds])).toEqual([
        ['ordinary', 8 * 3600],
        ['overtime-1.25', 2 * 3600],
      ]);
    },
  );

  it('the seventh day pays its second tier beyond eight hours of the day, also where a daily rule had them', () => {
    // California Labor Code §510, recalled from memory: the first eight hours ×1.5, then ×2.
    const daily = { name: 'Daily', basis: 'workday' as const, tiers: [{ above: 'PT8H', multiplier: 1.5 }] };
    const seventh = {
      name: 'Seventh day',
      basis: { of: 'consecutive workday' as const, nth: 7 },
      tiers: [{ above: 'PT0S', forNext: 'PT8H', multiplier: 1.5 }, { multiplier: 2 }],
    };
    const days = Array.from({ length: 7 }, (_, i): [string, string] => [
      october(MONDAY + i, '08:00'),
      october(MONDAY + i, i === 6 ? '17:00' : '09:00'),
    ]);
    const { lines } = computeFor(shifts(...days), rulebook({ overtime: [daily, seventh] }));
    const last = lines.filter(({ workday }) => workday === workdayFromIso('2026-10-25'));
    expect(last.map(({ classId, seconds }) => [classId, seconds / 3600])).toEqual([
      ['overtime-1.5', 8],
      ['overtime-2', 1],
    ]);
  });
});

/** A rulebook with everything that jumps by what it says left out: least amounts, rounding, automatic meals, guarantees, whole shifts. */
function withoutJumps(rules: Rulebook): Rulebook {
  return {
    ...rules,
    pairing: { repeatWindow: 'PT0S', longestSpell: 'PT14H', shiftGap: 'PT1H' },
    rounding: [],
    breaks: { paidUpTo: 'PT0S' },
    workday: { startsAt: '00:00', shiftBelongsTo: 'day it starts' },
    overtime: rules.overtime.map(({ least: _l, leastPays: _p, rounding: _r, ...rule }) => rule),
    premiums: rules.premiums.map(({ least: _l, wholeShift: _w, ...premium }) => premium),
    guarantees: [],
    plan: undefined,
  } as unknown as Rulebook;
}

/** At most one shift a day, on whole minutes, with hours between them. */
const anyDays = fc.uniqueArray(
  fc.record({
    day: fc.integer({ min: 0, max: 9 }),
    start: fc.integer({ min: 300, max: 660 }),
    length: fc.integer({ min: 60, max: 700 }),
  }),
  { minLength: 1, maxLength: 9, selector: ({ day }) => day },
);

/** The multipliers of all time before an instant, stretches that pay alike joined. */
function ratesBefore(
  { segments }: Computed,
  end: number,
): (readonly [start: number, end: number, pays: number])[] {
  const rates: [number, number, number][] = [];
  for (const {
    start,
    end: until,
    pay: { multiplier },
  } of [...segments].sort((a, b) => a.start - b.start)) {
    if (start >= end) continue;
    const last = rates[rates.length - 1];
    const to = Math.min(until, end);
    if (last !== undefined && last[1] === start && last[2] === multiplier) last[1] = to;
    else rates.push([start, to, multiplier]);
  }
  return rates;
}
const pay = ({ segments }: Computed) =>
  segments.reduce((sum, { start, end, pay: { multiplier } }) => sum + (end - start) * multiplier, 0);

const NOWHERE = { job: null, department: null, site: null };

describe('a minute more', () => {
  const anyCase = fc.record({
    rules: anyRulebook(60),
    days: anyDays,
    which: fc.nat(),
    holidays: fc.uniqueArray(fc.integer({ min: 0, max: 9 }), { maxLength: 2 }),
    restDays: fc.uniqueArray(fc.integer({ min: 0, max: 9 }), { maxLength: 2 }),
    leave: fc.constantFrom<AnyLeave[]>([], [{ day: 2, kind: 'leave', code: 'Shore leave', seconds: 14_400 }]),
    stretch: fc.constantFrom(...STRETCHES),
  });
  const inputs = (
    { rules, days, which, stretch, ...rest }: typeof anyCase extends fc.Arbitrary<infer T> ? T : never,
    book: NonNullable<ReturnType<typeof compiledOrNull>>,
  ) => {
    const longer = which % days.length;
    const punchesWith = (extra: number) =>
      days.flatMap(({ day, start, length }, i) => [
        { at: day * 86_400 + start * 60, kind: 'in', ...NOWHERE },
        { at: day * 86_400 + (start + length) * 60 + (i === longer ? extra : 0), kind: 'out', ...NOWHERE },
      ]);
    const week = (extra: number) =>
      inputOf(
        Editions.always(book),
        { ...rest, homes: [], plans: [], corrections: [], punches: punchesWith(extra) },
        stretch,
      );
    const { day, start, length } = days[longer]!;
    return { before: week(0), after: week(60), changedAt: stretch[1] + day * 86_400 + (start + length) * 60 };
  };
  const tried = (
    check: (rules: Rulebook, before: PersonInput, after: PersonInput, changedAt: number) => void,
  ) =>
    fc.assert(
      fc.property(anyCase, (drawn) => {
        const rules = withoutJumps(drawn.rules);
        const book = compiledOrNull(rules);
        fc.pre(book !== null && rules.overtime.length > 0);
        const { before, after, changedAt } = inputs(drawn, book!);
        check(rules, before, after, changedAt);
      }),
      { numRuns: cases(1500) },
    );

  it('never changes the rate of an hour before it, whatever rules meet once only or added together', () => {
    tried((rules, before, after, changedAt) => {
      fc.pre(rules.overtimeMeets?.mode !== 'greater of');
      expect(ratesBefore(compute(after), changedAt)).toEqual(ratesBefore(compute(before), changedAt));
    });
  });

  it('changes the pay by no more than that minute and the tiers it moves', () => {
    tried((rules, before, after) => {
      const tiers = rules.overtime.flatMap((rule) => rule.tiers.map(({ multiplier }) => multiplier - 1));
      const most = 60 * (1 + 2 * tiers.reduce((sum, extra) => sum + extra, 0));
      const change = pay(compute(after)) - pay(compute(before));
      expect(Math.abs(change)).toBeLessThanOrEqual(most + 0.001);
    });
  });

  it('changes each premium by no more than that minute', () => {
    tried((rules, before, after) => {
      fc.pre(rules.premiums.length > 0);
      const paid = ({ segments }: Computed, name: string) =>
        segments
          .filter(({ premiums }) => premiums.list.some((premium) => premium.name === name))
          .reduce((sum, { start, end }) => sum + end - start, 0);
      const [shorter, longer] = [compute(before), compute(after)];
      for (const { name } of rules.premiums)
        expect(Math.abs(paid(longer, name) - paid(shorter, name))).toBeLessThanOrEqual(60);
    });
  });
});
