import type { Seconds } from '../../units.ts';
import { ClockWindow } from '../../windows/clock-window.ts';
import type { Basis } from '../types.ts';

/** Hours of one workday that lie within a clock window. */
export function clockTime(fromSeconds: Seconds, toSeconds: Seconds): Basis {
  const window = new ClockWindow(fromSeconds, toSeconds);
  return {
    name: 'clock time',
    reachDays: 0,
    bucketOfDay: (day) => day,
    covers: ({ start, shift }) => window.openingAt(start, shift.offsets) !== null,
    nextEdge: (at, { shift }) => window.nextEdge(at, shift.offsets),
  };
}
