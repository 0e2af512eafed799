import { ClockWindow } from '../../../time/clock-window.ts';
import type { Seconds } from '../../../time/units.ts';
import type { Basis } from '../types.ts';

/** Hours of one workday that lie within a clock window. */
export function clockTime(fromSeconds: Seconds, toSeconds: Seconds): Basis {
  const window = new ClockWindow(fromSeconds, toSeconds);
  return {
    name: 'clock time',
    bucketOfDay: (day) => day,
    covers: ({ start, shift }) => window.openingAt(start, shift.offsets) !== null,
    nextEdge: (at, { shift }) => window.nextEdge(at, shift.offsets),
  };
}
