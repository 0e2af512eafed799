import { itemAt } from '../time/item-at.ts';
import { type Instant, instant, workday } from '../time/units.ts';
import { classOf } from './classes.ts';
import { NO_HOME } from './home.ts';
import { PremiumSet } from './premium-set.ts';
import type { Pay, Segment, WorkSegment } from './segment.ts';

/** Time that is no overtime. */
export const ORDINARY: Pay = { classId: classOf(1), multiplier: 1, rule: null };

/** Until step 6 gives it one. */
const UNASSIGNED = workday(0);

/** An ordinary segment of a shift, without a workday yet. */
export const segmentOf = (
  start: Instant,
  end: Instant,
  shift: Segment['shift'],
  from: Segment['from'],
): WorkSegment => ({
  start,
  end,
  added: 0,
  workday: UNASSIGNED,
  shift,
  from,
  home: NO_HOME,
  pay: ORDINARY,
  premiums: PremiumSet.none,
  bucket: 0,
});

/** Shortens a segment to end at `at` and returns the rest of it. */
export function cutOff(segment: WorkSegment, at: Instant): WorkSegment {
  const rest: WorkSegment = {
    start: at,
    end: segment.end,
    added: segment.added,
    workday: segment.workday,
    shift: segment.shift,
    from: segment.from,
    home: segment.home,
    pay: segment.pay,
    premiums: segment.premiums,
    bucket: segment.bucket,
  };
  segment.end = at;
  segment.added = 0;
  return rest;
}

/**
 * Cuts segments wherever `nextEdge` says, in place.
 *
 * @param nextEdge the first edge after an instant of this segment, or any instant past its end
 */
export function cutAtEdges(
  segments: WorkSegment[],
  nextEdge: (at: Instant, segment: Segment) => number,
): void {
  for (let i = 0; i < segments.length; i++) {
    const segment = itemAt(segments, i);
    const edge = nextEdge(segment.start, segment);
    // Floor changes nothing but how the engine keeps it: as a small whole number, not in a box of its own.
    if (edge < segment.end) segments.splice(i + 1, 0, cutOff(segment, instant(Math.floor(edge))));
  }
}

/** Seconds that a segment pays: its length, and what rounding added to it. */
export const paidSeconds = ({ start, end, added }: Segment): number => end - start + added;

/** Length in seconds. */
export const lengthOf = (stretch: { readonly start: number; readonly end: number }): number =>
  stretch.end - stretch.start;
