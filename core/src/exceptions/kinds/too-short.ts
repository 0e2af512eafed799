import { on } from '../../kinds/example.ts';
import { durationSeconds } from '../../time/lengths.ts';
import { duration } from '../../time/schemas.ts';
import { defineException } from '../define.ts';
import { atPunch, ofShifts } from '../of-shifts.ts';
import { spellsNotWorked } from '../ways.ts';

/** A shift so short that somebody may have punched by mistake. */
export const tooShort = defineException({
  name: 'too-short',
  label: 'Very short',
  sentence: 'A shift of {measured}[, shorter than {limit}]',
  says: 'A shift shorter than `under`: somebody may have punched by mistake.',
  measures: 'time',
  ways: spellsNotWorked,
  unlessSaid: 'off',
  settings: { under: duration },
  limits: ({ under = 'PT0S' }) => ({ underSeconds: durationSeconds(under) }),
  find: (input, ruleOn) =>
    ofShifts(input, ruleOn, (_shift, { firstIn, lastOut }, { underSeconds }) => {
      const length = lastOut.at - firstIn.at;
      return length < underSeconds ? [atPunch(firstIn, length, underSeconds)] : [];
    }),
  example: {
    rules: { exceptions: { 'too-short': { severity: 'to look at', under: 'PT15M' } } },
    day: {
      punches: on('2026-10-19', '08:00 in', '08:12 out'),
      gives: { ordinary: '0.2' },
      exceptions: ['too-short'],
    },
  },
});
