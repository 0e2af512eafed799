import { on } from '../../kinds/example.ts';
import { defineCorrection } from '../define.ts';
import { day, exception } from '../fields.ts';

/** An exception is right as it is. */
export const accept = defineCorrection({
  name: 'accept',
  label: 'Accepted as it is',
  says: 'An exception, told by its key, is right as it is: nothing changes but that it is settled.',
  sentence: 'Accepted as it is',
  settings: {
    exception,
    workday: day,
  },
  touches: ({ workday }) => ({ days: [workday] }),
  settles: ({ exception }, { key }) => key === exception,
  example: {
    rules: { exceptions: { 'too-long': { severity: 'holds up', over: 'PT12H' } } },
    day: {
      punches: on('2026-10-19', '08:00 in', '21:00 out'),
      corrections: [{ do: 'accept', exception: 'too-long:punch-1', workday: '2026-10-19' }],
      gives: { ordinary: '13' },
      exceptions: [],
    },
  },
});
