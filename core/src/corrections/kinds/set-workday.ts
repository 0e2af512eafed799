import { SECONDS_PER_DAY } from '../../time/units.ts';
import { defineCorrection } from '../define.ts';
import { at, day } from '../fields.ts';

/** How far the workday of a shift may lie from it. */
const MOST_DAYS = 2;

/** All of a shift counts for another workday. */
export const setWorkday = defineCorrection({
  name: 'set-workday',
  label: 'Shift moved to another workday',
  says: 'All of the shift around a time counts for the workday given, at most two days from it, whatever the rulebook says of shifts across the line.',
  sentence: 'The shift of {at} counts for {workday}',
  settings: { at, workday: day },
  cannotBe: ({ at, workday }) =>
    Math.abs(workday - Math.floor(at / SECONDS_PER_DAY)) > MOST_DAYS
      ? [
          {
            field: 'workday',
            reason: 'A shift counts for a workday near it: at most two days before or after.',
          },
        ]
      : [],
  touches: ({ at, workday }) => ({ instants: [at], days: [workday] }),
  lay({ at, workday }, { workdays }) {
    workdays.push({ at, workday });
  },
  example: {
    rules: { premiums: [{ name: 'Sunday', weekdays: ['sunday'] }] },
    day: {
      punches: ['2026-10-24 22:00 in', '2026-10-25 05:00 out'],
      corrections: [{ do: 'set-workday', at: '2026-10-24 23:00', workday: '2026-10-25' }],
      gives: { ordinary: '8', 'premium:Sunday': '8' },
    },
  },
});
