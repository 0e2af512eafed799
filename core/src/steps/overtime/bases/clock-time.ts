import * as v from 'valibot';
import { on } from '../../../kinds/example.ts';
import { ClockWindow } from '../../../time/clock-window.ts';
import { clockSeconds } from '../../../time/lengths.ts';
import { clockTime as time } from '../../../time/schemas.ts';
import { defineBasis } from '../define.ts';

/** Hours of one workday that lie within a clock window. */
export const clockTime = defineBasis({
  name: 'clock time',
  says: 'The hours of one workday that lie after one clock time and before another, midnight where `until` is not given.',
  settings: { after: time, until: v.optional(time) },
  cannotBe: ({ after, until = '00:00' }) =>
    after === until
      ? [{ field: 'basis.until', reason: 'The window has no length: give it an end other than its start.' }]
      : [],
  compile({ after, until = '00:00' }) {
    const window = new ClockWindow(clockSeconds(after), clockSeconds(until));
    return {
      bucketOfDay: (day) => day,
      covers: ({ start, shift }) => window.openingAt(start, shift.start.offsets) !== null,
      nextEdge: (at, { shift }) => window.nextEdge(at, shift.start.offsets),
    };
  },
  example: {
    rules: {
      overtime: [
        { name: 'Evening', basis: { of: 'clock time', after: '18:00' }, tiers: [{ multiplier: 1.5 }] },
      ],
    },
    day: {
      punches: on('2026-10-19', '12:00 in', '20:00 out'),
      gives: { ordinary: '6', 'overtime-1.5': '2' },
    },
  },
});
