import { on } from '../../kinds/example.ts';
import { durationSeconds } from '../../time/lengths.ts';
import { duration } from '../../time/schemas.ts';
import { defineException } from '../define.ts';

/** Too little rest between two shifts. */
export const restUnder = defineException({
  name: 'rest-under',
  label: 'Short rest before it',
  sentence: '{measured} of rest before it[, less than {limit}]',
  says: 'Less rest than `under` since the shift before.',
  measures: 'time',
  unlessSaid: 'off',
  settings: { under: duration },
  limits: ({ under = 'PT0S' }) => ({ underSeconds: durationSeconds(under) }),
  find: ({ shifts }, ruleOn) =>
    shifts.flatMap(({ workday, spells }, i) => {
      const rule = ruleOn(workday);
      const first = spells[0]?.in;
      const before = shifts[i - 1]?.spells.at(-1)?.out;
      if (rule === undefined || first === undefined || before === undefined) return [];
      const rest = first.at - before.at;
      if (rest >= rule.underSeconds) return [];
      const measured = { measured: rest, limit: rule.underSeconds };
      return [{ severity: rule.severity, workday, at: first.at, punch: first, ...measured }];
    }),
  example: {
    rules: { exceptions: { 'rest-under': { severity: 'to look at', under: 'PT11H' } } },
    day: {
      punches: [...on('2026-10-19', '11:00 in', '22:00 out'), ...on('2026-10-20', '08:00 in', '12:00 out')],
      gives: { ordinary: '15' },
      exceptions: ['rest-under'],
    },
  },
});
