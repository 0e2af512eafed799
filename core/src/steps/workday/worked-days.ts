import type { Segment } from '../../model/segment.ts';
import { itemAt } from '../../time/item-at.ts';
import type { Workday } from '../../time/units.ts';

/**
 * The workdays of segments, ascending, each once, and whether they follow one another as the segments do. They may not, where editions or sites
 * have other lines between days: one shift counts for the day it ends, and the next, by another line, for the day before.
 */
export function workedDays(segments: readonly Segment[]): { days: Workday[]; inOrder: boolean } {
  const days: Workday[] = [];
  let inOrder = true;
  for (let i = 0; i < segments.length; i++) {
    const { workday } = itemAt(segments, i);
    const latest = days[days.length - 1];
    if (latest === undefined || latest < workday) days.push(workday);
    else if (latest > workday) inOrder = false;
  }
  if (inOrder) return { days, inOrder };
  const all = new Set(segments.map(({ workday }) => workday));
  return { days: [...all].sort((a, b) => a - b), inOrder };
}
