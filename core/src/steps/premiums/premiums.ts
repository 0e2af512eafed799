import { cutAtEdges, paidSeconds } from '../../model/cut.ts';
import type { Segment, WorkSegment } from '../../model/segment.ts';
import type { Calendar } from '../../time/calendar.ts';
import { itemAt } from '../../time/item-at.ts';
import type { Workday } from '../../time/units.ts';
import type { Condition, Premium } from './types.ts';

/**
 * Step 8. Segments cut, in place, at the edges of every premium's window and marked where they meet its conditions.
 *
 * @param lists the premiums of each edition
 * @param premiumsOf those that a shift goes by
 */
export function addPremiums(
  segments: WorkSegment[],
  lists: readonly (readonly Premium[])[],
  premiumsOf: (shift: Segment['shift']) => readonly Premium[],
  calendar: Calendar,
  workedDays: readonly Workday[],
): void {
  for (const premiums of lists) {
    for (const premium of premiums) {
      const { conditions } = premium;
      if (conditions.some((one) => one.mayBeMet?.(workedDays, calendar) === false)) continue;
      for (const { nextEdge } of conditions) if (nextEdge !== undefined) cutAtEdges(segments, nextEdge);
      markShifts(
        segments,
        premium,
        lists.length === 1 ? null : (shift) => premiumsOf(shift) === premiums,
        calendar,
      );
    }
  }
}

/** Marks the segments of each shift in turn. */
function markShifts(
  segments: readonly WorkSegment[],
  premium: Premium,
  inForce: ((shift: Segment['shift']) => boolean) | null,
  calendar: Calendar,
): void {
  let first = 0;
  while (first < segments.length) {
    const { shift } = itemAt(segments, first);
    let end = first;
    let inside = 0;
    let total = 0;
    let startsInside = false;
    for (; end < segments.length && itemAt(segments, end).shift === shift; end++) {
      const segment = itemAt(segments, end);
      total += paidSeconds(segment);
      if (inForce !== null && !inForce(shift)) continue;
      if (!meetsAll(premium.conditions, segment, calendar)) continue;
      if (end === first) startsInside = true;
      inside += paidSeconds(segment);
      segment.premiums = segment.premiums.with(premium);
    }
    const { wholeShift } = premium;
    if (wholeShift !== null || inside < premium.leastSeconds) {
      const reached =
        inside >= premium.leastSeconds &&
        wholeShift !== null &&
        ((wholeShift.when === 'enough' && inside >= wholeShift.enoughSeconds) ||
          (wholeShift.when === 'most' && inside * 2 > total) ||
          (wholeShift.when === 'start' && startsInside));
      for (let i = first; i < end; i++) {
        const segment = itemAt(segments, i);
        if (inForce !== null && !inForce(shift)) continue;
        segment.premiums = reached ? segment.premiums.with(premium) : segment.premiums.without(premium);
      }
    }
    if (!premium.additive) {
      // Those that are found already stand before it in the list.
      for (let i = first; i < end; i++) {
        const segment = itemAt(segments, i);
        if (segment.premiums.list.length > 1) segment.premiums = segment.premiums.without(premium);
      }
    }
    first = end;
  }
}

/** By a loop, not by `every`: this runs for every segment and premium there is. */
function meetsAll(conditions: readonly Condition[], segment: Segment, calendar: Calendar): boolean {
  for (const condition of conditions) if (!condition.meets(segment, calendar)) return false;
  return true;
}
