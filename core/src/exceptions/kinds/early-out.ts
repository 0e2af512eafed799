import { on } from '../../kinds/example.ts';
import { durationSeconds } from '../../time/lengths.ts';
import { duration } from '../../time/schemas.ts';
import { defineException } from '../define.ts';
import { atPunch, ofShifts } from '../of-shifts.ts';
import { latenessAsLeave } from '../ways.ts';

/** Left earlier than planned by more than is allowed. */
export const earlyOut = defineException({
  name: 'early-out',
  label: 'Out early',
  sentence: 'Out {measured} early[, more than {limit}]',
  says: 'Left earlier than planned by more than `over`.',
  measures: 'time',
  leave: latenessAsLeave,
  unlessSaid: 'off',
  settings: { over: duration },
  limits: ({ over = 'PT0S' }) => ({ overSeconds: durationSeconds(over) }),
  find: (input, ruleOn) =>
    ofShifts(input, ruleOn, ({ match, missingOut, onTheClock }, { lastOut }, { overSeconds }) => {
      // With an in still open after it, the last out is not the end of the shift.
      if (!match?.isLast || missingOut.length > 0 || onTheClock !== null) return [];
      const early = match.plan.endsAt - lastOut.at;
      return early > overSeconds ? [atPunch(lastOut, early, overSeconds)] : [];
    }),
  example: {
    rules: { exceptions: { 'early-out': { severity: 'note', over: 'PT5M' } } },
    day: {
      punches: on('2026-10-19', '08:00 in', '15:54 out'),
      plans: [{ from: '2026-10-19 08:00', to: '2026-10-19 16:00' }],
      gives: { ordinary: '7.9' },
      exceptions: ['early-out'],
    },
  },
});
