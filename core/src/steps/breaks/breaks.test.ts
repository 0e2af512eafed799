import { describe, expect, it } from 'vitest';
import type { Rulebook } from '../../rulebook/schema.ts';
import { at, computeFor, hoursByClass, punch, rulebook, shifts } from '../../testing/fixtures.ts';

type Meal = NonNullable<Rulebook['breaks']['automaticMeal']>;
const halfHourAfterFive: Meal = {
  tiers: [{ after: 'PT5H', compare: 'more than', take: 'PT30M' }],
  besidePunched: 'skip',
  placed: { at: 'after work', after: 'PT4H' },
};
const rules = (meal: Meal, paidUpTo = 'PT20M') => rulebook({ breaks: { paidUpTo, automaticMeal: meal } });
const payable = (punches: ReturnType<typeof shifts>, book: ReturnType<typeof rules>) =>
  computeFor(punches, book).shifts.reduce((sum, shift) => sum + shift.payableSeconds, 0) / 3600;
const day = (start: string, end: string): [string, string] => [`2026-10-19 ${start}`, `2026-10-19 ${end}`];
const withMeal = (out: string, back: string) => [
  punch('in', '2026-10-19 08:00'),
  punch('meal-out', `2026-10-19 ${out}`),
  punch('meal-in', `2026-10-19 ${back}`),
  punch('out', '2026-10-19 17:00'),
];

describe('breaks', () => {
  it('present 8 h 30 with a half-hour meal: paid 8 h (common practice, no source)', () => {
    expect(payable(shifts(day('08:00', '16:30')), rules(halfHourAfterFive))).toBe(8);
  });
  it('6 h 45 with the meal after 5 h: 6 h 15 (common practice, no source)', () => {
    expect(payable(shifts(day('08:00', '14:45')), rules(halfHourAfterFive))).toBe(6.25);
  });
  it('more than 5 hours is not 5 hours; at least 5 is', () => {
    const atLeast: Meal = {
      ...halfHourAfterFive,
      tiers: [{ after: 'PT5H', compare: 'at least', take: 'PT30M' }],
    };
    expect(payable(shifts(day('08:00', '13:00')), rules(halfHourAfterFive))).toBe(5);
    expect(payable(shifts(day('08:00', '13:00')), rules(atLeast))).toBe(4.5);
  });
  // Source: Arbeitszeitgesetz §4, recalled from memory.
  it.each([
    ['14:00', 6],
    ['14:01', 5 + 31 / 60],
    ['17:00', 8.5],
    ['17:01', 8 + 16 / 60],
  ])('over 6 h 30 min, over 9 h 45 min: 8:00 to %s pays %f h', (end, expected) => {
    const tiers: Meal['tiers'] = [
      { after: 'PT6H', compare: 'more than', take: 'PT30M' },
      { after: 'PT9H', compare: 'more than', take: 'PT45M' },
    ];
    expect(payable(shifts(day('08:00', end)), rules({ ...halfHourAfterFive, tiers }))).toBeCloseTo(
      expected,
      9,
    );
  });
  // Source: 29 CFR 785.18, recalled from memory.
  it.each([5, 12, 20])('a rest of %i minutes is paid', (minutes) => {
    const back = `12:${String(minutes).padStart(2, '0')}`;
    expect(payable(withMeal('12:00', back), rulebook())).toBe(9);
  });
  it('a meal longer than the paid length is not paid', () => {
    expect(payable(withMeal('12:00', '12:21'), rulebook())).toBeCloseTo(9 - 21 / 60, 9);
  });
  it('beside a punched meal of 25 minutes: skip takes nothing more, top up 5, as well 30', () => {
    const punched = withMeal('12:00', '12:25');
    const left = (besidePunched: Meal['besidePunched']) =>
      Math.round((9 - payable(punched, rules({ ...halfHourAfterFive, besidePunched }))) * 60);
    expect([left('skip'), left('top up'), left('take as well')]).toEqual([25, 30, 55]);
  });
  it.each([
    [{ at: 'after work', after: 'PT4H' }, '12:00'],
    [{ at: 'clock time', time: '13:00' }, '13:00'],
    [{ at: 'end' }, '16:30'],
  ] as const)('places the meal: %o at %s', (placed, expected) => {
    const { shifts: computed } = computeFor(
      shifts(day('08:00', '17:00')),
      rules({ ...halfHourAfterFive, placed }),
    );
    expect(computed[0]!.breaks.unpaid).toEqual([
      {
        start: at(`2026-10-19 ${expected}`),
        end: at(`2026-10-19 ${expected}`) + 1800,
        kind: 'automatic-meal',
      },
    ]);
  });
  it('a meal placed too late to fit lies at the end', () => {
    const placed = { at: 'clock time', time: '16:45' } as const;
    const { shifts: computed } = computeFor(
      shifts(day('08:00', '17:00')),
      rules({ ...halfHourAfterFive, placed }),
    );
    expect(computed[0]!.breaks.unpaid[0]!.end).toBe(at('2026-10-19 17:00'));
  });
  it('7 to 18 with 12 to 13 off is 10 h; five of them 40 and 10 (common practice, no source)', () => {
    const punches = [19, 20, 21, 22, 23].flatMap((d) =>
      shifts([`2026-10-${d} 07:00`, `2026-10-${d} 12:00`], [`2026-10-${d} 13:00`, `2026-10-${d} 18:00`]),
    );
    const weekly = {
      name: 'Weekly',
      basis: 'workweek' as const,
      tiers: [{ above: 'PT40H', multiplier: 1.5 }],
    };
    expect(hoursByClass(computeFor(punches, rulebook({ overtime: [weekly] })))).toEqual({
      ordinary: 40,
      'overtime-1.5': 10,
    });
  });
});
