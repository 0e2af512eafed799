import { describe, expect, it } from 'vitest';
import type { Rulebook } from '../../rulebook/schema.ts';
import { computeFor, hoursByClass, rulebook, shifts } from '../../testing/fixtures.ts';

const daily: Rulebook['overtime'][number] = {
  name: 'Daily',
  basis: 'workday',
  tiers: [
    { above: 'PT8H', multiplier: 1.5 },
    { above: 'PT12H', multiplier: 2 },
  ],
};
const weekly: Rulebook['overtime'][number] = {
  name: 'Weekly',
  basis: 'workweek',
  tiers: [{ above: 'PT40H', multiplier: 1.5 }],
};
/** Mon 19 Oct onward, one shift a day from 06:00, each so many hours long. */
const week = (...hours: number[]) =>
  shifts(
    ...hours.map((h, i) => {
      const end = `${String(6 + Math.floor(h)).padStart(2, '0')}:${String(Math.round((h % 1) * 60)).padStart(2, '0')}`;
      return [`2026-10-${19 + i} 06:00`, `2026-10-${19 + i} ${end}`] as const;
    }),
  );
const hours = (overtime: Rulebook['overtime'], ...days: number[]) =>
  hoursByClass(computeFor(week(...days), rulebook({ overtime })));

describe('overtime', () => {
  it('46 hours in a week are 40 ordinary and 6 overtime, 588.00 at 12.00 (29 CFR 778.110(a), recalled from memory)', () => {
    const found = hours([weekly], 10, 10, 10, 10, 6);
    expect(found).toEqual({ ordinary: 40, 'overtime-1.5': 6 });
    expect(found.ordinary! * 12 + found['overtime-1.5']! * 12 * 1.5).toBe(588);
  });

  it('no averaging over two weeks: 50 and 30 hours are 10 overtime (29 CFR 778.104, recalled from memory)', () => {
    const punches = [...week(10, 10, 10, 10, 10), ...week(0, 0, 0, 0, 0, 0, 0, 10, 10, 10).slice(14)];
    expect(hoursByClass(computeFor(punches, rulebook({ overtime: [weekly] })))).toEqual({
      ordinary: 70,
      'overtime-1.5': 10,
    });
  });

  it('over 8 at 1.5 and over 12 at 2 in a day (California Labor Code §510, recalled from memory)', () => {
    expect(hours([daily], 13)).toEqual({ ordinary: 8, 'overtime-1.5': 4, 'overtime-2': 1 });
  });

  it('daily overtime does not count toward the week: six days of 9 are 40 ordinary and 14 overtime, once only', () => {
    expect(hours([daily, weekly], 9, 9, 9, 9, 9, 9)).toEqual({ ordinary: 40, 'overtime-1.5': 14 });
  });

  it('each hour takes its highest multiplier: 13 hours on the sixth day', () => {
    expect(hours([daily, weekly], 8, 8, 8, 8, 8, 13)).toEqual({
      ordinary: 40,
      'overtime-1.5': 12,
      'overtime-2': 1,
    });
  });

  it('40 to 50 at 1.5, beyond 50 at 2 (common practice, no source)', () => {
    const tiers = [
      { above: 'PT40H', multiplier: 1.5 },
      { above: 'PT50H', multiplier: 2 },
    ];
    expect(hours([{ ...weekly, tiers }], 11, 11, 11, 11, 11)).toEqual({
      ordinary: 40,
      'overtime-1.5': 10,
      'overtime-2': 5,
    });
  });

  it('under 30 minutes none, from 30 minutes all of it (common practice, no source)', () => {
    const least = { ...daily, least: 'PT30M' };
    expect(hours([least], 8 + 29 / 60)).toEqual({ ordinary: 8.48 });
    expect(hours([least], 8.5)).toEqual({ ordinary: 8, 'overtime-1.5': 0.5 });
  });

  it('overtime too small to pay counts toward the week again', () => {
    const least = { ...daily, least: 'PT30M' };
    expect(hours([least, weekly], 8.25, 8.25, 8.25, 8.25, 8.25)).toEqual({
      ordinary: 40,
      'overtime-1.5': 1.25,
    });
  });

  it('first 60 minutes at 1.5, the next at 2 (common practice, no source)', () => {
    const tiers = [
      { above: 'PT8H', multiplier: 1.5 },
      { above: 'PT9H', multiplier: 2 },
    ];
    expect(hours([{ ...daily, tiers }], 10)).toEqual({ ordinary: 8, 'overtime-1.5': 1, 'overtime-2': 1 });
  });

  it('it is the last hours in time that are overtime', () => {
    const computed = computeFor(week(10), rulebook({ overtime: [daily] }));
    expect(computed.segments.map((s) => [(s.end - s.start) / 3600, s.pay.multiplier])).toEqual([
      [8, 1],
      [2, 1.5],
    ]);
  });
});
