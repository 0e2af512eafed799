import { on } from '../../reference/example.ts';
import { durationSeconds } from '../../time/lengths.ts';
import { duration } from '../../time/schemas.ts';
import { defineException } from '../define.ts';
import { workedBy } from '../worked-by.ts';

/** More work on one workday than somebody should do. */
export const dailyOver = defineException({
  name: 'daily-over',
  label: 'Long day',
  sentence: '{measured} of work on one day[, more than {limit}]',
  says: 'More work on one workday than `over`.',
  measures: 'time',
  unlessSaid: 'off',
  settings: { over: duration },
  limits: ({ over = 'PT0S' }) => ({ overSeconds: durationSeconds(over) }),
  find: ({ segments }, ruleOn) =>
    [...workedBy(segments, (segment) => segment.workday)].flatMap(([workday, { seconds, start }]) => {
      const rule = ruleOn(workday);
      if (rule === undefined || seconds <= rule.overSeconds) return [];
      return [{ severity: rule.severity, workday, at: start, measured: seconds, limit: rule.overSeconds }];
    }),
  example: {
    rules: { exceptions: { 'daily-over': { severity: 'note', over: 'PT10H' } } },
    day: {
      punches: on('2026-10-19', '08:00 in', '19:00 out'),
      gives: { ordinary: '11' },
      exceptions: ['daily-over'],
    },
  },
});
