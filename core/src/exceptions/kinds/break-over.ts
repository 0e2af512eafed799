import { on } from '../../kinds/example.ts';
import { durationSeconds } from '../../time/lengths.ts';
import { duration } from '../../time/schemas.ts';
import { defineException } from '../define.ts';
import { atPunch, ofShifts } from '../of-shifts.ts';

/** More break time than is paid. */
export const breakOver = defineException({
  name: 'break-over',
  label: 'Breaks over what is paid',
  sentence: '{measured} of unpaid breaks[, more than {limit}]',
  says: 'More unpaid break time in a shift than `over`: beyond the allowance, or of breaks too long to be paid.',
  measures: 'time',
  unlessSaid: 'off',
  settings: { over: duration },
  limits: ({ over = 'PT0S' }) => ({ overSeconds: durationSeconds(over) }),
  find: (input, ruleOn) =>
    ofShifts(input, ruleOn, ({ breaks }, { firstIn }, { overSeconds }) =>
      breaks.breakOverSeconds > overSeconds ? [atPunch(firstIn, breaks.breakOverSeconds, overSeconds)] : [],
    ),
  example: {
    rules: { exceptions: { 'break-over': { severity: 'note', over: 'PT10M' } } },
    day: {
      punches: on('2026-10-19', '08:00 in', '10:00 break-out', '10:30 break-in', '17:00 out'),
      gives: { ordinary: '8.5' },
      exceptions: ['break-over'],
    },
  },
});
