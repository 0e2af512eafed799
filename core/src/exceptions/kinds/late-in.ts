import { on } from '../../kinds/example.ts';
import { durationSeconds } from '../../time/lengths.ts';
import { duration } from '../../time/schemas.ts';
import { defineException } from '../define.ts';
import { atPunch, ofShifts } from '../of-shifts.ts';
import { latenessAsLeave } from '../ways.ts';

/** Came later than planned by more than is allowed. */
export const lateIn = defineException({
  name: 'late-in',
  label: 'In late',
  sentence: 'In {measured} late[, more than {limit}]',
  says: 'Came later than planned by more than `over`.',
  measures: 'time',
  leave: latenessAsLeave,
  unlessSaid: 'off',
  settings: { over: duration },
  limits: ({ over = 'PT0S' }) => ({ overSeconds: durationSeconds(over) }),
  find: (input, ruleOn) =>
    ofShifts(input, ruleOn, ({ match }, { firstIn }, { overSeconds }) => {
      const late = match?.isFirst ? firstIn.at - match.plan.startsAt : 0;
      return late > overSeconds ? [atPunch(firstIn, late, overSeconds)] : [];
    }),
  example: {
    rules: { exceptions: { 'late-in': { severity: 'note', over: 'PT5M' } } },
    day: {
      punches: on('2026-10-19', '08:06 in', '16:00 out'),
      plans: [{ from: '2026-10-19 08:00', to: '2026-10-19 16:00' }],
      gives: { ordinary: '7.9' },
      exceptions: ['late-in'],
    },
  },
});
