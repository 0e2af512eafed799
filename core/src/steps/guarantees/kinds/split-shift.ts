import { on } from '../../../kinds/example.ts';
import type { ComputedShift } from '../../../model/computed-shift.ts';
import { lastOf } from '../../../time/item-at.ts';
import { durationSeconds } from '../../../time/lengths.ts';
import { duration, name } from '../../../time/schemas.ts';
import { defineGuarantee } from '../define.ts';
import { owedFor } from '../of-shift.ts';

/**
 * Unpaid gaps of one workday that are longer than this: within its shifts, whether punched as a break or as out and in, and between them.
 * Meals are none, nor is what somebody said was not worked.
 */
function longGaps(shifts: readonly ComputedShift[], over: number): number {
  let times = 0;
  let before: number | null = null;
  for (const { rounded, breaks } of shifts) {
    for (const { start, end, kind } of breaks.unpaid)
      if ((kind === 'break' || kind === 'away') && end - start > over) times++;
    const [first] = rounded;
    if (first === undefined) continue;
    if (before !== null && first.start - before - notWorkedBetween(before, first.start, shifts) > over)
      times++;
    before = lastOf(rounded).end;
  }
  return times;
}

/** Seconds between two shifts that somebody said were not worked. */
function notWorkedBetween(from: number, to: number, shifts: readonly ComputedShift[]): number {
  let sum = 0;
  for (const { breaks } of shifts)
    for (const { start, end, kind } of breaks.unpaid)
      if (kind === 'not-worked') sum += Math.max(0, Math.min(end, to) - Math.max(start, from));
  return sum;
}

/** For a workday with a long unpaid gap in it. */
export const splitShift = defineGuarantee({
  name: 'split shift',
  sentence: '{guaranteed} for {times} long gaps between stretches of work',
  says: 'Pays so much for a workday with an unpaid gap over `gapOver` that is no meal.',
  settings: { name, gapOver: duration, pays: duration },
  per: 'workday',
  compile({ gapOver, pays }) {
    const [over, paid] = [durationSeconds(gapOver), durationSeconds(pays)];
    return {
      owes({ shifts }) {
        const times = longGaps(shifts, over);
        return times === 0 ? [] : owedFor(shifts[0], paid, 0, times);
      },
    };
  },
  example: {
    rules: { guarantees: [{ kind: 'split shift', name: 'Split shift', gapOver: 'PT1H', pays: 'PT1H' }] },
    day: {
      punches: on('2026-10-20', '06:00 in', '10:00 out', '16:00 in', '20:00 out'),
      gives: { ordinary: '8', 'guarantee:Split shift': '1' },
    },
  },
});
