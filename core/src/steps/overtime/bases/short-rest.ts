import { on } from '../../../kinds/example.ts';
import { durationSeconds } from '../../../time/lengths.ts';
import { duration } from '../../../time/schemas.ts';
import { SECONDS_PER_DAY } from '../../../time/units.ts';
import { defineBasis } from '../define.ts';

/** Hours worked before the rest that was due since the last shift is over (11 hours in 24: Directive 2003/88/EC art. 3, recalled from memory). */
export const shortRest = defineBasis({
  name: 'short rest',
  says: 'The hours of one workday that were worked before so much `rest` since the shift before was over, at most a day.',
  settings: { rest: duration },
  cannotBe: ({ rest }) =>
    durationSeconds(rest) > SECONDS_PER_DAY
      ? [{ field: 'basis.rest', reason: 'Rest between shifts is at most a day: PT24H or less.' }]
      : [],
  compile({ rest }) {
    const due = durationSeconds(rest);
    return {
      bucketOfDay: (day) => day,
      covers: ({ start, shift }) => start < shift.start.endBefore + due,
      nextEdge: (at, { shift }) =>
        at < shift.start.endBefore + due ? shift.start.endBefore + due : Number.POSITIVE_INFINITY,
    };
  },
  example: {
    rules: {
      overtime: [
        { name: 'Short rest', basis: { of: 'short rest', rest: 'PT11H' }, tiers: [{ multiplier: 2 }] },
      ],
    },
    day: {
      punches: [...on('2026-10-19', '12:00 in', '22:00 out'), ...on('2026-10-20', '07:00 in', '12:00 out')],
      gives: { ordinary: '13', 'overtime-2': '2' },
    },
  },
});
