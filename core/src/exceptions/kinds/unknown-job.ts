import { on } from '../../kinds/example.ts';
import { names } from '../../time/schemas.ts';
import { defineException } from '../define.ts';
import { ofPunches, startsOf } from '../of-shifts.ts';

/** A job that is none of those the rulebook knows. */
export const unknownJob = defineException({
  name: 'unknown-job',
  label: 'Unknown job',
  sentence: 'Work in a job that is not among those allowed',
  says: 'Work in a job that is none of `jobs`.',
  measures: 'nothing',
  unlessSaid: 'off',
  settings: { jobs: names },
  limits: ({ jobs }, jobsOf) => ({ jobs: jobsOf(jobs, 'jobs') }),
  find: (input, ruleOn) =>
    ofPunches(
      input,
      ruleOn,
      startsOf,
      ({ job }, { jobs }) => jobs !== null && job !== null && !jobs.has(job),
    ),
  example: {
    rules: { exceptions: { 'unknown-job': { severity: 'to look at', jobs: ['Mast'] } } },
    day: {
      punches: on('2026-10-19', '08:00 in Mask', '12:00 out'),
      gives: { ordinary: '4' },
      exceptions: ['unknown-job'],
    },
  },
});
