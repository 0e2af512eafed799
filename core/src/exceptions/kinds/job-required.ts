import { on } from '../../kinds/example.ts';
import { defineException } from '../define.ts';
import { ofPunches, startsOf } from '../of-shifts.ts';

/** Work that nobody can be charged for. */
export const jobRequired = defineException({
  name: 'job-required',
  label: 'No job',
  sentence: 'Work without a job',
  says: 'Work that begins without a job.',
  measures: 'nothing',
  unlessSaid: 'off',
  settings: {},
  limits: () => ({}),
  find: (input, ruleOn) => ofPunches(input, ruleOn, startsOf, ({ job }) => job === null),
  example: {
    rules: { exceptions: { 'job-required': { severity: 'to look at' } } },
    day: {
      punches: on('2026-10-19', '08:00 in', '12:00 out'),
      gives: { ordinary: '4' },
      exceptions: ['job-required'],
    },
  },
});
