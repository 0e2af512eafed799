import { on } from '../../kinds/example.ts';
import { defineException } from '../define.ts';
import { lacking } from '../missing.ts';
import { neighborNoPunch, PLANNED_TIME_TOGETHER, punchNotWorked } from '../ways.ts';

/** An out without an in. */
export const missingIn = defineException({
  name: 'missing-in',
  label: 'No in punch',
  sentence: 'An out without an in',
  says: 'An out without an in within the longest spell; it pays nothing until somebody says when it was.',
  measures: 'nothing',
  line: 'Out {at}, nothing before',
  isSettledByTime: true,
  ways: (exception, day) => [...neighborNoPunch(exception, day), ...punchNotWorked(exception)],
  together: PLANNED_TIME_TOGETHER,
  unlessSaid: 'holds up',
  settings: {},
  limits: () => ({}),
  find: (input, ruleOn) => lacking('in', input, ruleOn),
  example: {
    rules: {},
    day: { punches: on('2026-10-19', '08:00 out'), gives: {}, exceptions: ['missing-in'] },
  },
});
