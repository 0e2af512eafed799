import { on } from '../../kinds/example.ts';
import { defineException } from '../define.ts';
import { ofPunches } from '../of-shifts.ts';

/** A punch that repeats the one before it; it counts as one with it. */
export const repeatedPunch = defineException({
  name: 'repeated-punch',
  label: 'Punched twice, counted once',
  sentence: 'Punched twice, counted once',
  says: 'A punch within the repeat window of one of its kind; it counts as one with it.',
  measures: 'nothing',
  unlessSaid: 'off',
  settings: {},
  limits: () => ({}),
  find: (input, ruleOn) =>
    ofPunches(
      input,
      ruleOn,
      (shift) => shift.repeats,
      () => true,
    ),
  example: {
    rules: { exceptions: { 'repeated-punch': { severity: 'note' } } },
    day: {
      punches: on('2026-10-19', '08:00 in', '08:01 in', '12:00 out'),
      gives: { ordinary: '4' },
      exceptions: ['repeated-punch'],
    },
  },
});
