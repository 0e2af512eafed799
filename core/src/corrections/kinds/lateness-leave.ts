import { on } from '../../kinds/example.ts';
import { durationSeconds } from '../../time/lengths.ts';
import { defineCorrection } from '../define.ts';
import { code, day, exception, length } from '../fields.ts';

/** Time that somebody came late or left early becomes leave. */
export const latenessLeave = defineCorrection({
  name: 'lateness-leave',
  label: 'Lateness charged to leave',
  says: 'Time that somebody came late or left early, told by its exception, is paid as leave under the code given. The exception is settled; what was clocked stays.',
  sentence: '{length} of lateness are {code}',
  settings: {
    exception,
    workday: day,
    code,
    length,
  },
  cannotBe: ({ length }) =>
    durationSeconds(length) === 0
      ? [{ field: 'length', reason: 'No time is no lateness: give a length.' }]
      : [],
  touches: ({ workday }) => ({ days: [workday] }),
  settles: ({ exception }, { key }) => key === exception,
  lay({ workday, code, length }, { leave }, correction) {
    const seconds = durationSeconds(length);
    leave.push({
      workday,
      kind: 'leave',
      code,
      seconds,
      reason: '',
      job: null,
      department: null,
      correction,
    });
  },
  example: {
    rules: { exceptions: { 'late-in': { severity: 'to look at', over: 'PT5M' } } },
    day: {
      punches: on('2026-10-19', '08:30 in', '16:00 out'),
      plans: [{ from: '2026-10-19 08:00', to: '2026-10-19 16:00' }],
      corrections: [
        {
          do: 'lateness-leave',
          exception: 'late-in:punch-1',
          workday: '2026-10-19',
          code: 'Shore leave',
          length: 'PT30M',
        },
      ],
      gives: { ordinary: '7.5', 'leave:Shore leave': '0.5' },
      exceptions: [],
    },
  },
});
