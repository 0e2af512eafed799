import { describe, expect, it } from 'vitest';
import type { ClassId } from '../model/classes.ts';
import type { Line } from '../model/line.ts';
import { seconds, type Workday, workday, workdayFromIso } from '../time/units.ts';
import { type HolidayAverageRule, holidayAverage } from './holiday-average.ts';

const holiday = workdayFromIso('2026-10-30');
const line = (
  daysBefore: number,
  hours: number,
  classId: ClassId = 'ordinary',
): Pick<Line, 'workday' | 'classId' | 'seconds'> => ({
  workday: workday(holiday - daysBefore),
  classId,
  seconds: seconds(hours * 3600),
});
const rule = (changes: Partial<HolidayAverageRule> = {}): HolidayAverageRule => ({
  lookBack: { days: 30 },
  divideBy: { by: 'days worked' },
  counts: { overtime: false, leave: [] },
  ...changes,
});
const lines = [line(1, 8), line(2, 6), line(2, 2, 'overtime-1.5'), line(31, 8), line(5, 8, 'leave:Sick')];
const hours = (changes: Partial<HolidayAverageRule>) =>
  holidayAverage(holiday, lines, rule(changes), 0).averageSeconds / 3600;

// Common practice, no source.
describe('the average day before a holiday', () => {
  it('is the ordinary hours by the days worked, within the look-back only', () => {
    expect(holidayAverage(holiday, lines, rule(), 0)).toMatchObject({
      divisor: 2,
      countedSeconds: 14 * 3600,
    });
    expect(hours({})).toBe(7);
  });
  it('counts overtime and named leave where the rule says so', () => {
    expect(hours({ counts: { overtime: true, leave: [] } })).toBe(8);
    expect(hours({ counts: { overtime: true, leave: ['Sick'] } })).toBe(8);
    expect(hours({ counts: { overtime: false, leave: ['Sick'] } })).toBeCloseTo(22 / 3, 3);
  });
  it('divides by a fixed number, as the twentieth of four weeks', () => {
    const four = rule({ lookBack: { weeks: 4 }, divideBy: { by: 'fixed', divisor: 20 } });
    // The four whole workweeks before the holiday's own: the week of the holiday does not count.
    const found = holidayAverage(holiday, [line(1, 8), line(8, 10), line(31, 10)], four, 0);
    expect(found).toMatchObject({
      firstDay: workdayFromIso('2026-09-28'),
      lastDay: workdayFromIso('2026-10-25'),
    });
    expect(found.averageSeconds).toBe(3600);
  });
  it('gives the average day of pay in exact decimals', () => {
    const pay = new Map<Workday, string>([
      [workday(holiday - 1), '100.10'],
      [workday(holiday - 2), '50.15'],
    ]);
    expect(holidayAverage(holiday, lines, rule(), 0, pay).averagePay).toBe('75.13');
  });
  it('is nothing for somebody who did not work', () => {
    expect(holidayAverage(holiday, [], rule(), 0).averageSeconds).toBe(0);
  });
});
