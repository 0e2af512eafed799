import * as v from 'valibot';
import { on } from '../../kinds/example.ts';
import { names } from '../../time/schemas.ts';
import { defineException } from '../define.ts';
import { ofPunches, startsOf } from '../of-shifts.ts';

/** Work in a job, or any where none is named, that needs a word about it. */
export const noteRequired = defineException({
  name: 'note-required',
  label: 'No note',
  sentence: 'Work without a note',
  says: 'Work without a note, in one of `jobs` or, without them, in any.',
  measures: 'nothing',
  unlessSaid: 'off',
  settings: { jobs: v.optional(names) },
  limits: ({ jobs }, jobsOf) => ({ jobs: jobsOf(jobs, 'jobs') }),
  find: (input, ruleOn) =>
    ofPunches(
      input,
      ruleOn,
      startsOf,
      ({ job, note }, { jobs }) =>
        (jobs === null || (job !== null && jobs.has(job))) && (note ?? '').trim() === '',
    ),
  example: {
    rules: { exceptions: { 'note-required': { severity: 'to look at', jobs: ['Mast'] } } },
    day: {
      punches: on('2026-10-19', '08:00 in Mast', '12:00 out'),
      gives: { ordinary: '4' },
      exceptions: ['note-required'],
    },
  },
});
