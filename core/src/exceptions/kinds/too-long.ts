import { on } from '../../kinds/example.ts';
import { durationSeconds } from '../../time/lengths.ts';
import { duration } from '../../time/schemas.ts';
import { defineException } from '../define.ts';
import { atPunch, ofShifts } from '../of-shifts.ts';
import { spellsNotWorked } from '../ways.ts';

/** A shift that lasted longer, from its first punch to its last, than somebody can have worked. */
export const tooLong = defineException({
  name: 'too-long',
  label: 'Longer than a shift can be',
  sentence: '{measured} from the first punch to the last[, more than {limit}]',
  says: 'A shift that lasted longer than `over`, from its first punch to its last.',
  measures: 'time',
  ways: spellsNotWorked,
  unlessSaid: 'off',
  settings: { over: duration },
  limits: ({ over = 'PT0S' }) => ({ overSeconds: durationSeconds(over) }),
  find: (input, ruleOn) =>
    ofShifts(input, ruleOn, (_shift, { firstIn, lastOut }, { overSeconds }) => {
      const length = lastOut.at - firstIn.at;
      return length > overSeconds ? [atPunch(firstIn, length, overSeconds)] : [];
    }),
  example: {
    rules: { exceptions: { 'too-long': { severity: 'to look at', over: 'PT12H' } } },
    day: {
      punches: on('2026-10-19', '08:00 in', '20:30 out'),
      gives: { ordinary: '12.5' },
      exceptions: ['too-long'],
    },
  },
});
