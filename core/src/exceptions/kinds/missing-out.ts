import { on } from '../../kinds/example.ts';
import { defineException } from '../define.ts';
import { lacking } from '../missing.ts';
import { neighborNoPunch, PLANNED_TIME_TOGETHER, punchNotWorked } from '../ways.ts';

/** An in without an out. */
export const missingOut = defineException({
  name: 'missing-out',
  label: 'No out punch',
  sentence: 'An in without an out',
  says: 'An in without an out within the longest spell; it pays nothing until somebody says when it was.',
  measures: 'nothing',
  line: 'In {at}, nothing after',
  isSettledByTime: true,
  ways: (exception, day) => [...neighborNoPunch(exception, day), ...punchNotWorked(exception)],
  together: PLANNED_TIME_TOGETHER,
  unlessSaid: 'holds up',
  settings: {},
  limits: () => ({}),
  find: (input, ruleOn) => lacking('out', input, ruleOn),
  example: {
    rules: {},
    day: { punches: on('2026-10-19', '08:00 in'), gives: {}, exceptions: ['missing-out'] },
  },
});
