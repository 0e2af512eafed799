import * as v from 'valibot';
import { on } from '../../kinds/example.ts';
import { workweekOf } from '../../steps/workday/workday.ts';
import { durationSeconds } from '../../time/lengths.ts';
import { duration } from '../../time/schemas.ts';
import { type Workday, workday } from '../../time/units.ts';
import { defineException } from '../define.ts';
import { workedBy } from '../worked-by.ts';

/** More work a week, on average over the weeks up to this one, than somebody should do. */
export const averageOver = defineException({
  name: 'average-over',
  label: 'Weeks too long on average',
  sentence: '{measured} a week on average[, more than {limit}]',
  says: 'More work a week than `over`, on average over the last `weeks`.',
  measures: 'time',
  unlessSaid: 'off',
  settings: { over: duration, weeks: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(53)) },
  limits: ({ over = 'PT0S', weeks = 1 }) => ({ overSeconds: durationSeconds(over), weeks }),
  weeksBefore: ({ weeks }) => weeks - 1,
  find: ({ segments, rulesOn }, ruleOn) => {
    const weekOf = (day: Workday) => workweekOf(day, rulesOn(day).workday.weekStartsOn);
    const weeks = workedBy(segments, (segment) => weekOf(segment.workday));
    return [...weeks].flatMap(([week, { start, day }]) => {
      const rule = ruleOn(week);
      if (rule === undefined) return [];
      let sum = 0;
      for (let i = 0; i < rule.weeks; i++) sum += weeks.get(workday(week - 7 * i))?.seconds ?? 0;
      const average = sum / rule.weeks;
      if (average <= rule.overSeconds) return [];
      const measured = { measured: Math.round(average), limit: rule.overSeconds };
      return [{ severity: rule.severity, workday: day, at: start, about: `week-${week}`, ...measured }];
    });
  },
  example: {
    rules: { exceptions: { 'average-over': { severity: 'to look at', over: 'PT10H', weeks: 1 } } },
    day: {
      punches: on('2026-10-19', '08:00 in', '19:00 out'),
      gives: { ordinary: '11' },
      exceptions: ['average-over'],
    },
  },
});
