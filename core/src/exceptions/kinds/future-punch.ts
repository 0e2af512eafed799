import { on } from '../../kinds/example.ts';
import { lastPunch } from '../../model/shift.ts';
import { defineException } from '../define.ts';
import { ofPunches, punchesOf } from '../of-shifts.ts';

/** A punch later than when the input was taken: a clock that goes wrong. */
export const futurePunch = defineException({
  name: 'future-punch',
  label: 'Punched in the future',
  sentence: 'Punched in the future',
  says: 'A punch later than the moment of computing: a clock that goes wrong.',
  measures: 'nothing',
  unlessSaid: 'holds up',
  settings: {},
  limits: () => ({}),
  find: (input, ruleOn) => {
    const { asOf, shifts } = input;
    // Shifts go in order of time, so all but the last few are passed over by one look at the last.
    const last = shifts[shifts.length - 1];
    if (asOf === null || last === undefined || lastPunch(last).at <= asOf) return [];
    return ofPunches(input, ruleOn, punchesOf, (punch) => punch.at > asOf);
  },
  example: {
    rules: { exceptions: { 'future-punch': { severity: 'holds up' } } },
    day: { punches: on('2026-10-19', '08:00 in', '12:00 out'), gives: { ordinary: '4' }, exceptions: [] },
  },
});
