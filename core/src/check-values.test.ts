/** The figures that the calculation must give, each with its source. Published rules are recalled from memory, text not at hand. */

import * as formulas from '@formulajs/formulajs';
import fc from 'fast-check';
import { DateTime } from 'luxon';
import { describe, expect, it } from 'vitest';
import { days } from './kinds/example.ts';
import { checkProofDays } from './proof/proof.ts';
import { regularRates } from './regular-rate/regular-rate.ts';
import { compileRulebook } from './rulebook/compile.ts';
import type { Rulebook } from './rulebook/schema.ts';
import { base } from './rulebook/starters/base.ts';
import { STARTERS } from './rulebook/starters/starters.ts';
import { at, computeFor, hoursByClass, LONDON, punch, rulebook, shifts } from './testing/fixtures.ts';
import { hoursOf, inSteps } from './time/hours.ts';
import { instant, workdayFromIso } from './time/units.ts';
import { ZoneTables } from './time/zone.ts';

const give = (
  rules: Rulebook,
  punches: readonly string[],
  zone = LONDON,
): Readonly<Record<string, string>> => {
  const checked = checkProofDays({
    ...rules,
    proofDays: [{ name: 'Asked', zone, punches: [...punches], gives: {} }],
  });
  if (!checked.ok) throw new Error(JSON.stringify(checked.faults));
  expect(checked.results[0]!.fault).toBeNull();
  return checked.results[0]!.gave;
};
const exceptionsOf = (rules: Rulebook, punches: readonly string[]) => {
  const checked = checkProofDays({
    ...rules,
    proofDays: [{ name: 'Asked', zone: LONDON, punches: [...punches], gives: {} }],
  });
  return checked.ok ? checked.results[0]!.gaveExceptions : [];
};
const plain: Rulebook = { ...base, name: 'Plain' };
const week = (
  tiers: Rulebook['overtime'][number]['tiers'],
  more: Partial<Rulebook['overtime'][number]> = {},
): Rulebook => ({
  ...plain,
  overtime: [{ name: 'Weekly', basis: 'workweek', tiers, ...more }],
});
const compiled = (rules: Rulebook) => {
  const result = compileRulebook(rules, 1);
  if (!result.ok) throw new Error(JSON.stringify(result.faults));
  return result.rulebook;
};
const fortyHours = STARTERS['forty-hour-week']!;

describe('weekly threshold', () => {
  // 29 CFR 778.110(a), recalled from memory.
  it('46 h at 12.00: 40 ordinary, 6 overtime, 588.00 in all', () => {
    const { lines } = computeFor(
      shifts(
        ['2026-10-19 08:00', '2026-10-19 17:00'],
        ['2026-10-20 08:00', '2026-10-20 17:00'],
        ['2026-10-21 08:00', '2026-10-21 17:00'],
        ['2026-10-22 08:00', '2026-10-22 17:00'],
        ['2026-10-23 08:00', '2026-10-23 18:00'],
      ),
      compiled(fortyHours),
    );
    expect(hoursByClass({ lines } as never)).toEqual({ ordinary: 40, 'overtime-1.5': 6 });
    const pay = { lines, rates: new Map([[null, '12.00']]), weekStartsOn: 0, extraPay: [] };
    expect(regularRates(pay)[0]!.estimatedGross).toBe('588.00');
    // 29 CFR 778.110(b), recalled from memory.
    const extraPay = [{ workday: workdayFromIso('2026-10-23'), amount: '46.00' }];
    expect(regularRates({ ...pay, extraPay })[0]).toMatchObject({
      regularRate: '13.0000',
      estimatedGross: '637.00',
    });
  });

  // 29 CFR 778.104 and 778.105, recalled from memory.
  it('a workweek is 168 h from any start; two are never averaged', () => {
    const fiftyThenThirty = days(
      '2026-10-19',
      [8, 18],
      [8, 18],
      [8, 18],
      [8, 18],
      [8, 18],
      null,
      null,
      [8, 18],
      [8, 18],
      [8, 18],
    );
    expect(give(fortyHours, fiftyThenThirty)).toEqual({ ordinary: '70.00', 'overtime-1.5': '10.00' });
    // The same hours in a workweek from Thursday: 20 and 30 and 30.
    expect(give({ ...fortyHours, workweek: { startsOn: 'thursday' } }, fiftyThenThirty)).toEqual({
      ordinary: '70.00',
      'overtime-1.5': '10.00',
    });
    const fromFriday = give({ ...fortyHours, workweek: { startsOn: 'friday' } }, fiftyThenThirty);
    expect(fromFriday).toEqual({ ordinary: '80.00' });
  });

  // Common practice, no source.
  it('40 to 50 at 1.5, beyond 50 at 2', () => {
    const rules = week([{ above: 'PT40H', forNext: 'PT10H', multiplier: 1.5 }, { multiplier: 2 }]);
    expect(give(rules, days('2026-10-19', [8, 18], [8, 18], [8, 18], [8, 18], [8, 18], [8, 12]))).toEqual({
      ordinary: '40.00',
      'overtime-1.5': '10.00',
      'overtime-2': '4.00',
    });
  });

  // Code du travail L3121-27 and L3121-36, recalled from memory.
  it('over 35 h: the first 8 h +25 %, then +50 %', () => {
    expect(
      give(
        STARTERS['thirty-five-hour-week']!,
        days('2026-10-19', [8, 18], [8, 18], [8, 18], [8, 18], [8, 13]),
      ),
    ).toEqual({
      ordinary: '35.00',
      'overtime-1.25': '8.00',
      'overtime-1.5': '2.00',
    });
  });

  // Common practice, no source.
  it('under 30 min none, from 30 min all of it; the first 60 min at 1.5, the next 60 at 2', () => {
    const rules = week(
      [
        { above: 'PT40H', forNext: 'PT1H', multiplier: 1.5 },
        { forNext: 'PT1H', multiplier: 2 },
      ],
      {
        least: 'PT30M',
      },
    );
    const with40And = (end: string) => [
      ...days('2026-10-19', [8, 16], [8, 16], [8, 16], [8, 16]),
      '2026-10-23 08:00 in',
      `2026-10-23 ${end} out`,
    ];
    expect(give(rules, with40And('16:29'))).toEqual({ ordinary: '40.48' });
    expect(give(rules, with40And('16:30'))).toEqual({ ordinary: '40.00', 'overtime-1.5': '0.50' });
    expect(give(rules, with40And('18:00'))).toEqual({
      ordinary: '40.00',
      'overtime-1.5': '1.00',
      'overtime-2': '1.00',
    });
    const beyond = week([{ above: 'PT40H', multiplier: 1.5 }], { least: 'PT30M', leastPays: 'beyond' });
    expect(give(beyond, with40And('17:00'))).toEqual({ ordinary: '40.50', 'overtime-1.5': '0.50' });
  });
});

describe('daily tiers', () => {
  const rules = STARTERS['daily-tiers-seventh-day']!;
  const worked = (punches: readonly string[]) => {
    const { 'guarantee:Meal premium': _, ...hours } = give(rules, punches);
    return hours;
  };
  // California Labor Code §510, recalled from memory.
  it('over 8 h ×1.5, over 12 h ×2', () => {
    expect(worked(days('2026-10-19', [8, 22]))).toEqual({
      ordinary: '8.00',
      'overtime-1.5': '4.00',
      'overtime-2': '2.00',
    });
  });
  it('week over 40 h, once only: daily overtime does not count again', () => {
    const six = days('2026-10-19', [8, 18], [8, 18], [8, 18], [8, 18], [8, 18], [8, 18]);
    expect(worked(six)).toEqual({ ordinary: '40.00', 'overtime-1.5': '20.00' });
  });
  it('7th consecutive day of the workweek: the first 8 h ×1.5, then ×2', () => {
    const seven = days('2026-10-18', [8, 13], [8, 13], [8, 13], [8, 13], [8, 13], [8, 13], [8, 18]);
    expect(worked(seven)).toEqual({ ordinary: '30.00', 'overtime-1.5': '8.00', 'overtime-2': '2.00' });
    // Monday to Sunday is seven in a row, but over two workweeks that start on Sunday.
    expect(worked(days('2026-10-19', [8, 13], [8, 13], [8, 13], [8, 13], [8, 13], [8, 13], [8, 13]))).toEqual(
      { ordinary: '35.00' },
    );
  });
  // California Labor Code §§512 and 226.7, recalled from memory.
  it('a meal before the end of hour 5, a second before hour 10; one premium hour a day', () => {
    const meal = (out: string, back: string) => [`2026-10-19 ${out} meal-out`, `2026-10-19 ${back} meal-in`];
    const shift = (...meals: string[][]) => ['2026-10-19 06:00 in', ...meals.flat(), '2026-10-19 17:30 out'];
    const premium = (punches: string[]) => give(rules, punches)['guarantee:Meal premium'] ?? '0.00';
    expect(premium(shift(meal('11:00', '11:30'), meal('16:00', '16:30')))).toBe('0.00');
    expect(premium(shift(meal('11:01', '11:31'), meal('16:00', '16:30')))).toBe('1.00');
    expect(premium(shift(meal('11:00', '11:25'), meal('16:00', '16:30')))).toBe('1.00');
    expect(premium(shift(meal('11:00', '11:30')))).toBe('1.00');
    expect(premium(['2026-10-19 06:00 in', '2026-10-19 17:30 out'])).toBe('1.00');
    expect(exceptionsOf(rules, shift(meal('11:01', '11:26')))).toEqual([
      'meal-late',
      'meal-short',
      'meal-missed',
    ]);
  });
});

describe('long cycles', () => {
  // 29 CFR 553.230, recalled from memory.
  it.each([
    [7, 53, 43],
    [14, 106, 86],
    [28, 212, 171],
  ])('%i days: fire %i h, law %i h', (cycleDays, fire, law) => {
    for (const limit of [fire, law]) {
      const rules: Rulebook = {
        ...plain,
        overtime: [
          {
            name: 'Cycle',
            basis: { of: 'cycle', days: cycleDays, anchor: '2026-01-05' },
            tiers: [{ above: `PT${limit}H`, multiplier: 1.5 }],
          },
        ],
      };
      // Two hours more than the limit, ten a day from the cycle's first, as many as fit.
      const hours = limit + 2;
      const perDay = Math.ceil(hours / cycleDays);
      const each = Array.from({ length: cycleDays }, (_, i): [number, number] | null => {
        const left = hours - i * perDay;
        return left <= 0 ? null : [8, 8 + Math.min(left, perDay)];
      });
      expect(give(rules, days('2026-01-05', ...each))).toEqual({
        ordinary: `${limit}.00`,
        'overtime-1.5': '2.00',
      });
      // The same hours across the cycle's line are two cycles with less.
      expect(give(rules, days('2026-01-03', ...each))).toEqual({ ordinary: `${hours}.00` });
    }
  });
});

describe('rounding', () => {
  // US DOL Fact Sheet 53 and 29 CFR 785.48(b), recalled from memory.
  it.each(Array.from({ length: 15 }, (_, i) => i))('a quarter hour turns at minute 8: %i', (minute) => {
    const rules: Rulebook = {
      ...plain,
      rounding: [{ kinds: ['in', 'out'], minutes: 15, toward: 'nearest', turnsAtMinute: 8 }],
    };
    const gave = give(rules, ['2026-10-19 08:00 in', `2026-10-19 16:${String(minute).padStart(2, '0')} out`]);
    expect(gave).toEqual({ ordinary: minute < 8 ? '8.00' : '8.25' });
  });
  it('of a total: five shifts of 8 h 7 min are five of 8 h, a day of two spells is rounded once', () => {
    const rules: Rulebook = {
      ...plain,
      rounding: [{ of: 'day', minutes: 15, toward: 'nearest', turnsAtMinute: 8 }],
    };
    const spells = ['08:00 in', '11:57 out', '13:00 in', '17:10 out'].map(
      (punched) => `2026-10-19 ${punched}`,
    );
    // 3 h 57 and 4 h 10 are 8 h 7: down to 8 h, where each spell alone would be 4 h and 4 h 15.
    expect(give(rules, spells)).toEqual({ ordinary: '8.00' });
    const each: Rulebook = {
      ...plain,
      rounding: [{ of: 'spell', minutes: 15, toward: 'nearest', turnsAtMinute: 8 }],
    };
    expect(give(each, spells)).toEqual({ ordinary: '8.25' });
  });
  it("in the person's favor an in goes down and an out up; in the employer's the other way", () => {
    const favor = (toward: "person's favor" | "employer's favor"): Rulebook => ({
      ...plain,
      rounding: [{ kinds: ['in', 'out'], minutes: 10, toward }],
    });
    const punches = ['2026-10-19 08:04 in', '2026-10-19 16:04 out'];
    expect(give(favor("person's favor"), punches)).toEqual({ ordinary: '8.17' });
    expect(give(favor("employer's favor"), punches)).toEqual({ ordinary: '7.83' });
  });
});

describe('breaks', () => {
  // 29 CFR 785.18, recalled from memory.
  it.each([5, 12, 20])('a rest of %i min is work', (minutes) => {
    const back = `12:${String(minutes).padStart(2, '0')}`;
    const punches = ['08:00 in', '12:00 break-out', `${back} break-in`, '17:00 out'];
    expect(
      give(
        plain,
        punches.map((one) => `2026-10-19 ${one}`),
      ),
    ).toEqual({ ordinary: '9.00' });
  });
  // Arbeitszeitgesetz §4, recalled from memory.
  it.each([
    [14, '6.00'],
    [14.5, '6.00'],
    [17, '8.50'],
    [17.75, '9.00'],
  ])('from 8 to %f with 30 min over 6 h and 45 min over 9 h: %s h', (end, paid) => {
    expect(give(STARTERS['breaks-by-length']!, days('2026-10-19', [8, end]))).toEqual({ ordinary: paid });
  });
  // Common practice, no source.
  it.each([
    [16.5, 'PT5H', '8.00'],
    [14.75, 'PT5H', '6.25'],
  ])('present from 8 to %f with half an hour after %s: %s h', (end, after, paid) => {
    const rules: Rulebook = {
      ...plain,
      breaks: {
        paidUpTo: 'PT20M',
        automaticMeal: {
          tiers: [{ after, compare: 'more than', take: 'PT30M' }],
          besidePunched: 'skip',
          placed: { at: 'after work', after: 'PT5H' },
        },
      },
    };
    expect(give(rules, days('2026-10-19', [8, end]))).toEqual({ ordinary: paid });
  });
  it('an allowance of 30 min pays two breaks of 20 min as one and a half', () => {
    const rules: Rulebook = { ...plain, breaks: { paidUpTo: 'PT20M', allowance: 'PT30M' } };
    const punches = [
      '08:00 in',
      '10:00 break-out',
      '10:20 break-in',
      '14:00 break-out',
      '14:20 break-in',
      '17:00 out',
    ];
    // 9 h present, 40 min of breaks, 10 min of them unpaid.
    expect(
      give(
        rules,
        punches.map((one) => `2026-10-19 ${one}`),
      ),
    ).toEqual({ ordinary: '8.83' });
  });
  it('an hour away that a correction pays draws nothing from the allowance of breaks', () => {
    const rules = rulebook({ breaks: { paidUpTo: 'PT20M', allowance: 'PT30M' } });
    const punches = [
      ...shifts(['2026-10-19 08:00', '2026-10-19 10:00'], ['2026-10-19 11:00', '2026-10-19 14:00']),
      ...shifts(['2026-10-19 14:20', '2026-10-19 17:00']),
    ];
    const corrections = [{ id: 1 as never, kind: 'cancel-meal' as const, at: at('2026-10-19 10:30') }];
    expect(hoursByClass(computeFor(punches, rules)).ordinary).toBe(8);
    expect(hoursByClass(computeFor(punches, rules, { corrections })).ordinary).toBe(9);
  });
  it('7 to 18 with 12 to 13 off is 10 h; five of them 40 and 10', () => {
    const day = (i: number) => [
      `2026-10-${19 + i} 07:00 in`,
      `2026-10-${19 + i} 12:00 out`,
      `2026-10-${19 + i} 13:00 in`,
      `2026-10-${19 + i} 18:00 out`,
    ];
    expect(give(plain, day(0))).toEqual({ ordinary: '10.00' });
    expect(give(fortyHours, [0, 1, 2, 3, 4].flatMap(day))).toEqual({
      ordinary: '40.00',
      'overtime-1.5': '10.00',
    });
  });
  it('a canceled automatic meal is paid, and so is a canceled punched one', () => {
    const rules = rulebook({
      breaks: {
        paidUpTo: 'PT20M',
        automaticMeal: {
          tiers: [{ after: 'PT5H', compare: 'more than', take: 'PT30M' }],
          besidePunched: 'skip',
          placed: { at: 'after work', after: 'PT4H' },
        },
      },
    });
    const whole = shifts(['2026-10-19 08:00', '2026-10-19 17:00']);
    const cancel = (when: string) => [{ id: 1 as never, kind: 'cancel-meal' as const, at: at(when) }];
    const paid = (punches: typeof whole, corrections: ReturnType<typeof cancel> = []) =>
      hoursByClass(computeFor(punches, rules, { corrections })).ordinary;
    expect(paid(whole)).toBe(8.5);
    expect(paid(whole, cancel('2026-10-19 12:00'))).toBe(9);
    expect(paid(whole, cancel('2026-10-20 12:00'))).toBe(8.5);
    const punched = [
      punch('in', '2026-10-19 08:00'),
      punch('meal-out', '2026-10-19 12:00'),
      punch('meal-in', '2026-10-19 13:00'),
      punch('out', '2026-10-19 17:00'),
    ];
    expect(paid(punched)).toBe(8);
    expect(paid(punched, cancel('2026-10-19 12:30'))).toBe(8.5);
  });
});

describe('rest and average weeks', () => {
  // Directive 2003/88/EC articles 3 and 6, recalled from memory.
  it('11 h of rest in 24; 48 h a week on average', () => {
    const rules: Rulebook = {
      ...plain,
      exceptions: {
        'rest-under': { severity: 'to look at', under: 'PT11H' },
        'average-over': { severity: 'to look at', over: 'PT48H', weeks: 2 },
      },
    };
    expect(exceptionsOf(rules, days('2026-10-19', [9, 21], [8, 16]))).toEqual([]);
    expect(exceptionsOf(rules, days('2026-10-19', [9, 21.5], [8, 16]))).toEqual(['rest-under']);
    const longWeek: [number, number][] = Array(6).fill([8, 18]);
    expect(exceptionsOf(rules, days('2026-10-19', ...longWeek))).toEqual([]);
    // 60 and 36 hours are 48 on average; 60 and 40 are 50.
    const shortWeek: [number, number][] = Array(4).fill([8, 17]);
    expect(exceptionsOf(rules, days('2026-10-19', ...longWeek, null, ...shortWeek))).toEqual([]);
    expect(exceptionsOf(rules, days('2026-10-19', ...longWeek, null, ...shortWeek, [8, 12]))).toEqual([
      'average-over',
    ]);
  });
});

describe('the clocks change', () => {
  // IANA tz database.
  it.each([
    ['2026-10-24 22:00', '2026-10-25 06:00', '9.00'],
    ['2026-03-28 22:00', '2026-03-29 06:00', '7.00'],
    ['2026-10-20 22:00', '2026-10-21 06:00', '8.00'],
  ])('%s to %s in Europe/London is %s h', (start, end, hours) => {
    expect(give(plain, [`${start} in`, `${end} out`])).toEqual({ ordinary: hours });
  });
});

describe('elapsed time and decimals', () => {
  // Common practice, no source.
  it('8:00 to 17:15 is 9.25 h, of which 1.25 over 8; 08:00 to 14:00 the next day is 30 h', () => {
    const daily: Rulebook = {
      ...plain,
      overtime: [{ name: 'Daily', basis: 'workday', tiers: [{ above: 'PT8H', multiplier: 1.5 }] }],
    };
    expect(give(daily, ['2026-10-19 08:00 in', '2026-10-19 17:15 out'])).toEqual({
      ordinary: '8.00',
      'overtime-1.5': '1.25',
    });
    const long: Rulebook = { ...plain, pairing: { ...plain.pairing, longestSpell: 'PT36H' } };
    expect(give(long, ['2026-10-19 08:00 in', '2026-10-20 14:00 out'])).toEqual({ ordinary: '30.00' });
  });

  // Common practice, no source: a spreadsheet counts time in days.
  it('30 min is 30/1440 of a day, 30 s is 30/86400', () => {
    expect(formulas.TIME(0, 30, 0)).toBeCloseTo(30 / 1440, 12);
    expect(formulas.TIME(0, 0, 30)).toBeCloseTo(30 / 86_400, 12);
    expect(hoursOf(1800)).toBe(45_000);
    expect(inSteps(hoursOf(30), 900)).toBe(900);
  });

  it('agree with a spreadsheet on random times of one day: ROUND((out − in) × 24, 2)', () => {
    const rules = rulebook();
    const second = fc.integer({ min: 0, max: 86_399 });
    fc.assert(
      fc.property(second, second, (a, b) => {
        const [from, to] = a < b ? [a, b] : [b, a];
        fc.pre(to - from > 0 && to - from <= 14 * 3600);
        const clock = (s: number) =>
          formulas.TIME(Math.floor(s / 3600), Math.floor(s / 60) % 60, s % 60) as number;
        // A hair up, since the spreadsheet's days are binary fractions and half a hundredth goes up.
        const hours = formulas.ROUND((clock(to) - clock(from)) * 24 + 1e-9, 2) as number;
        const day = at('2026-10-20 00:00');
        const punches = [
          punch('in', '2026-10-20 00:00', { at: instant(day + from) }),
          punch('out', '2026-10-20 00:00', { at: instant(day + to) }),
        ];
        expect(hoursByClass(computeFor(punches, rules)).ordinary ?? 0).toBeCloseTo(hours, 9);
      }),
      { numRuns: 500 },
    );
  });

  it('agree with a spreadsheet on a week with a threshold: MAX(0, SUM(hours) − 40) and MIN(40, SUM(hours))', () => {
    const rules = compiled(fortyHours);
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 13 * 60 }), { minLength: 1, maxLength: 7 }),
        (minutes) => {
          const punches = minutes.flatMap((length, i) => {
            const start = at(`2026-10-${19 + i} 07:00`);
            return [
              punch('in', '2026-10-19 07:00', { at: start }),
              punch('out', '2026-10-19 07:00', { at: instant(start + length * 60) }),
            ];
          });
          const total = formulas.SUM(minutes.map((length) => length / 60)) as number;
          const { shifts: _, lines } = computeFor(punches, rules);
          const seconds = (classId: string) =>
            lines.filter((line) => line.classId === classId).reduce((sum, line) => sum + line.seconds, 0);
          expect(seconds('ordinary') / 3600).toBeCloseTo(formulas.MIN(40, total) as number, 6);
          expect(seconds('overtime-1.5') / 3600).toBeCloseTo(formulas.MAX(0, total - 40) as number, 6);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('agree with luxon on random shifts in random zones, across every change of the clocks', () => {
    const zonesOfTheWorld = [
      'Europe/London',
      'America/New_York',
      'Australia/Lord_Howe',
      'Asia/Kathmandu',
      'America/St_Johns',
      'Pacific/Apia',
    ];
    const year = Date.UTC(2026, 0, 1) / 1000;
    fc.assert(
      fc.property(
        fc.constantFrom(...zonesOfTheWorld),
        fc.integer({ min: 5, max: 360 }),
        fc.integer({ min: 0, max: 86_399 }),
        fc.integer({ min: 60, max: 13 * 3600 }),
        (zone, day, second, length) => {
          const start = DateTime.fromSeconds(year + day * 86_400 + second, { zone });
          // Said as a wall clock says it, and read again.
          const end = start.plus({ seconds: length });
          const elapsed = end.diff(start, 'seconds').seconds;
          const input = {
            first: start.minus({ days: 2 }).toISODate()!,
            last: end.plus({ days: 2 }).toISODate()!,
          };
          const zones = ZoneTables.around(instant(start.toSeconds()), instant(end.toSeconds()));
          const punches = [
            punch('in', '2026-10-19 08:00', { at: instant(start.toSeconds()), zone }),
            punch('out', '2026-10-19 08:00', { at: instant(end.toSeconds()), zone }),
          ];
          const { lines } = computeFor(punches, rulebook(), { ...input, zones });
          expect(lines.map((line) => line.seconds)).toEqual([elapsed]);
          expect(lines[0]!.workday).toBe(workdayFromIso(start.toISODate()!));
          expect(lines[0]!.hours).toBe(Math.floor(elapsed / 36 + 0.5) * 900);
        },
      ),
      { numRuns: 500 },
    );
  });
});
