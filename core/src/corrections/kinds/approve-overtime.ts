import * as v from 'valibot';
import { on } from '../../kinds/example.ts';
import { exceptionKey, overtimeAbout } from '../../model/exception-key.ts';
import { durationSeconds } from '../../time/lengths.ts';
import { name } from '../../time/schemas.ts';
import { defineCorrection } from '../define.ts';
import { day, length } from '../fields.ts';

/** Overtime of one rule on one workday is agreed to, all of it or its first part. */
export const approveOvertime = defineCorrection({
  name: 'approve-overtime',
  label: 'Overtime approved',
  says: 'The overtime of one rule on one workday, which waits for approval, is agreed to. With `length`, only so much of it, the earliest: what was worked beyond is paid as ordinary time.',
  sentence: '{rule} on {workday} approved[, {length} of it]',
  settings: { workday: day, rule: name, length: v.optional(length) },
  cannotBe: ({ length }) =>
    length !== undefined && durationSeconds(length) === 0
      ? [
          {
            field: 'length',
            reason: 'Nothing is approved with that: give a length, or set the time to ordinary.',
          },
        ]
      : [],
  touches: ({ workday }) => ({ days: [workday] }),
  settles: ({ workday, rule }, { key }) =>
    key === exceptionKey('overtime-approval', overtimeAbout(workday, rule)),
  lay({ workday, rule, length }, { approvedParts }) {
    const about = overtimeAbout(workday, rule);
    if (length === undefined) approvedParts.delete(about);
    else approvedParts.set(about, durationSeconds(length));
  },
  example: {
    rules: {
      overtime: [
        {
          name: 'Over 8 hours',
          basis: 'workday',
          tiers: [{ above: 'PT8H', multiplier: 1.5 }],
          waitsForApproval: true,
        },
      ],
    },
    day: {
      punches: on('2026-10-19', '08:00 in', '17:00 out'),
      corrections: [{ do: 'approve-overtime', workday: '2026-10-19', rule: 'Over 8 hours', length: 'PT15M' }],
      gives: { ordinary: '8.75', 'overtime-1.5': '0.25' },
      exceptions: [],
    },
  },
});
