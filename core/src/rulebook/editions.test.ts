import { describe, expect, it } from 'vitest';
import type { compute } from '../compute.ts';
import { computeFor, hoursByClass, rulebook, shifts } from '../testing/fixtures.ts';
import { type Workday, workday, workdayFromIso } from '../time/units.ts';
import { Editions } from './editions.ts';

const daily = (above: string, multiplier: number) => ({
  name: 'Daily',
  basis: 'workday' as const,
  tiers: [{ above, multiplier }],
});
const weekly = { name: 'Weekly', basis: 'workweek' as const, tiers: [{ above: 'PT40H', multiplier: 1.5 }] };
const always = Number.NEGATIVE_INFINITY as Workday;
const two = (from: string, before: ReturnType<typeof rulebook>, after: ReturnType<typeof rulebook>) =>
  new Editions([
    { from: workdayFromIso(from), rulebook: after },
    { from: always, rulebook: before },
  ]);
const tenADay = (count: number) =>
  shifts(
    ...Array.from({ length: count }, (_, i): [string, string] => [
      `2026-10-${19 + i} 08:00`,
      `2026-10-${19 + i} 18:00`,
    ]),
  );

describe('rulebook editions', () => {
  it('each day follows the edition in force on it', () => {
    const editions = two(
      '2026-10-21',
      rulebook({ overtime: [daily('PT8H', 1.5)] }),
      rulebook({ overtime: [daily('PT9H', 2)] }),
    );
    expect(hoursByClass(computeFor(tenADay(4), rulebook(), { editions }))).toEqual({
      ordinary: 34,
      'overtime-1.5': 4,
      'overtime-2': 2,
    });
  });

  it('the hours of a week go on counting where one edition follows another; each pays its own days, and sees what either made overtime', () => {
    const before = rulebook({ overtime: [daily('PT8H', 1.5), weekly] });
    const after = rulebook({
      overtime: [daily('PT9H', 2), { ...weekly, tiers: [{ above: 'PT10H', multiplier: 3 }] }],
    });
    const editions = two('2026-10-22', before, after);
    // Monday to Wednesday 8 + 2, Thursday to Saturday 9 + 1: all of those 27 lie over 10 hours of the week.
    expect(hoursByClass(computeFor(tenADay(6), rulebook(), { editions }))).toEqual({
      ordinary: 24,
      'overtime-1.5': 6,
      'overtime-2': 3,
      'overtime-3': 27,
    });
  });

  it('a shift across midnight follows the edition in force when it started', () => {
    const rounded = rulebook({ rounding: [{ of: 'shift', minutes: 60, toward: 'up' }] });
    const editions = two('2026-10-21', rulebook(), rounded);
    const night = shifts(['2026-10-20 22:00', '2026-10-21 05:30'], ['2026-10-21 22:00', '2026-10-22 05:30']);
    expect(hoursByClass(computeFor(night, rulebook(), { editions }))).toEqual({ ordinary: 15.5 });
  });

  it('premiums of one edition are not paid on the days of the other', () => {
    const night = rulebook({ premiums: [{ name: 'Night', from: '16:00', to: '20:00' }] });
    const late = rulebook({ premiums: [{ name: 'Late', from: '17:00', to: '20:00' }] });
    const { lines } = computeFor(tenADay(4), rulebook(), { editions: two('2026-10-21', night, late) });
    expect(hoursByClass({ lines } as ReturnType<typeof compute>)).toEqual({
      ordinary: 40,
      'premium:Night': 4,
      'premium:Late': 2,
    });
  });

  it('of a week whose rule waits for approval, its hours wait, and none of a later edition that has no such rule', () => {
    const waiting = { ...weekly, tiers: [{ above: 'PT20H', multiplier: 1.5 }], waitsForApproval: true };
    const editions = two(
      '2026-10-22',
      rulebook({ overtime: [daily('PT9H', 2), waiting] }),
      rulebook({ overtime: [] }),
    );
    const { exceptions, segments } = computeFor(tenADay(6), rulebook(), { editions });
    // Monday to Wednesday 9 + 1: 20 ordinary hours are reached on Wednesday at 10:00.
    expect(exceptions.filter(({ kind }) => kind === 'overtime-approval')).toMatchObject([
      { workday: workdayFromIso('2026-10-21'), measured: 7 * 3600, severity: 'holds up' },
    ]);
    const paidBy = new Set(segments.map(({ pay }) => pay.rule?.name ?? null));
    expect(paidBy).toEqual(new Set([null, 'Daily', 'Weekly']));
  });

  it('a shift across the line goes by the edition in which it began in every step, premiums too', () => {
    const split = { workday: { startsAt: '00:00', shiftBelongsTo: 'split at the line' as const } };
    const night = (name: string) => rulebook({ ...split, premiums: [{ name, from: '22:00', to: '06:00' }] });
    const editions = two('2026-10-21', night('Night A'), night('Night B'));
    const worked = shifts(['2026-10-20 22:00', '2026-10-21 04:00']);
    const result = computeFor(worked, rulebook(), { editions });
    expect(hoursByClass(result)).toEqual({ ordinary: 6, 'premium:Night A': 6 });
    const premiums = result.shifts.flatMap(({ reasons }) => reasons.filter(({ step }) => step === 'premium'));
    expect(premiums).toMatchObject([{ name: 'Night A', seconds: 6 * 3600 }]);
  });

  it('within a span are those that hold on some day of it', () => {
    const editions = two('2026-10-21', rulebook(), rulebook());
    const on = (first: string, last: string) =>
      editions.within(workdayFromIso(first), workdayFromIso(last)).rulebooks.length;
    expect([
      on('2026-10-01', '2026-10-20'),
      on('2026-10-20', '2026-10-21'),
      on('2026-10-21', '2026-10-30'),
    ]).toEqual([1, 2, 1]);
    expect(() => new Editions([])).toThrow(RangeError);
    expect(editions.on(workday(0))).toBe(editions.rulebooks[0]);
  });
});
