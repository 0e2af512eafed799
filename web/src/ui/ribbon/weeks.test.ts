import { classSums, type Line, payableHours, workdayFromIso } from '@heath/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { weekOfDay, weeksOf } from './weeks.ts';

const first = workdayFromIso('2026-10-19');
const card = (days: number, weekStartsOn: number, hours: readonly number[] = []) => ({
  firstDay: first,
  lastDay: (first + days - 1) as typeof first,
  weekStartsOn,
  lines: hours.map(
    (one, i) =>
      ({
        workday: first + (i % days),
        classId: i % 3 === 0 ? 'overtime-1.5' : 'ordinary',
        multiplier: 1,
        hours: one,
        seconds: 0,
      }) as unknown as Line,
  ),
});

describe('the weeks of a card', () => {
  it('are those of its rulebook, cut at the ends of the period', () => {
    expect(weeksOf(card(14, 0)).map(({ firstDay, lastDay }) => [firstDay - first, lastDay - first])).toEqual([
      [0, 6],
      [7, 13],
    ]);
    // From Sunday on: six days of the week before, two whole ones less a day.
    expect(weeksOf(card(14, 6)).map(({ firstDay, lastDay }) => [firstDay - first, lastDay - first])).toEqual([
      [0, 5],
      [6, 12],
      [13, 13],
    ]);
  });

  it('hold every day once, and their hours add up to the card', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 31 }),
        fc.integer({ min: 0, max: 6 }),
        fc.array(fc.integer({ min: 0, max: 900_000 }), { maxLength: 60 }),
        (days, weekStartsOn, hours) => {
          const of = card(days, weekStartsOn, hours);
          const weeks = weeksOf(of);
          expect(weeks.reduce((sum, { firstDay, lastDay }) => sum + lastDay - firstDay + 1, 0)).toBe(days);
          expect(weeks.reduce((sum, { payable }) => sum + payable, 0)).toBe(
            payableHours(classSums(of.lines)),
          );
          for (const week of weeks) expect(weekOfDay(of, week.lastDay)).toEqual(week);
        },
      ),
    );
  });
});
