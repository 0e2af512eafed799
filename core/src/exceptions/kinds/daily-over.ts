import { on } from '../../kinds/example.ts';
import { durationSeconds } from '../../time/lengths.ts';
import { duration } from '../../time/schemas.ts';
import type { Workday } from '../../time/units.ts';
import { defineException, type Found, type RuleOn } from '../define.ts';
import { type Worked, workedBy } from '../worked-by.ts';

function found(
  days: ReadonlyMap<Workday, Worked>,
  ruleOn: RuleOn<{ readonly overSeconds: number }>,
): Found[] {
  const long: Found[] = [];
  for (const [workday, { seconds, start }] of days) {
    const rule = ruleOn(workday);
    if (rule === undefined || seconds <= rule.overSeconds) continue;
    const { severity, overSeconds: limit } = rule;
    long.push({ severity, workday, at: start, measured: seconds, limit });
  }
  return long;
}

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
    found(
      workedBy(segments, (segment) => segment.workday),
      ruleOn,
    ),
  example: {
    rules: { exceptions: { 'daily-over': { severity: 'note', over: 'PT10H' } } },
    day: {
      punches: on('2026-10-19', '08:00 in', '19:00 out'),
      gives: { ordinary: '11' },
      exceptions: ['daily-over'],
    },
  },
});
