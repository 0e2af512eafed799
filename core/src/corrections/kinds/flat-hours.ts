import * as v from 'valibot';
import { durationSeconds } from '../../time/lengths.ts';
import { defineCorrection } from '../define.ts';
import { code, day, length, place } from '../fields.ts';

/** Hours without punches. */
export const flatHours = defineCorrection({
  name: 'flat-hours',
  label: 'Flat hours',
  says: 'So many hours of a workday that nobody punched: leave, or an adjustment, under the code given. They are paid and not worked.',
  sentence: '{length} {code} on {workday}',
  settings: {
    workday: day,
    as: v.picklist(['leave', 'adjustment'], 'It is leave or adjustment.'),
    code,
    length,
    job: place.job,
    department: place.department,
  },
  cannotBe: ({ length }) =>
    durationSeconds(length) === 0
      ? [{ field: 'length', reason: 'No hours pay nothing: give a length.' }]
      : [],
  touches: ({ workday }) => ({ days: [workday] }),
  lay({ workday, as: kind, code, length, job, department }, { leave }, correction) {
    const seconds = durationSeconds(length);
    leave.push({ workday, kind, code, seconds, reason: '', job, department, correction });
  },
  example: {
    rules: {},
    day: {
      punches: ['2026-10-19 08:00 in', '2026-10-19 12:00 out'],
      corrections: [
        { do: 'flat-hours', workday: '2026-10-19', as: 'leave', code: 'Shore leave', length: 'PT4H' },
      ],
      gives: { ordinary: '4', 'leave:Shore leave': '4' },
    },
  },
});
