import { classOf } from '../model/classes.ts';
import { cutAtEdges, cutOff, lengthOf, ORDINARY, paidSeconds } from '../model/cut.ts';
import { overtimeAbout } from '../model/exception-key.ts';
import type { Pay, WorkSegment } from '../model/segment.ts';
import { itemAt } from '../time/item-at.ts';
import { instant } from '../time/units.ts';
import type { Changes, Stated } from './changes.ts';
import { placedIn } from './shifts.ts';

/** Gives segments, in place, the jobs, departments and sites that corrections say. */
export function placeAsStated(segments: WorkSegment[], places: Changes['places']): void {
  for (const stated of places) {
    cutAt(segments, stated);
    segments.forEach((segment, i) => {
      if (isInside(segment, stated)) segments[i] = { ...segment, from: placedIn(segment.from, stated.place) };
    });
  }
}

/** Pays segments, in place, as corrections say; no overtime rule stands behind that. */
export function payAsStated(segments: WorkSegment[], classes: Changes['classes']): void {
  for (const stated of classes) {
    const { multiplier } = stated;
    const pay: Pay = { classId: classOf(multiplier), multiplier, rule: null };
    cutAt(segments, stated);
    for (const segment of segments) if (isInside(segment, stated)) segment.pay = pay;
  }
}

/**
 * Pays overtime that waits for approval and was approved in part, in place: the earliest so much of it stays as it is, what was worked beyond
 * is ordinary. What rounding added goes with the last second before it.
 */
export function payApprovedParts(segments: WorkSegment[], parts: Changes['approvedParts']): void {
  if (parts.size === 0) return;
  const left = new Map(parts);
  for (let i = 0; i < segments.length; i++) {
    const segment = itemAt(segments, i);
    const { rule } = segment.pay;
    if (rule?.waitsForApproval !== true) continue;
    const about = overtimeAbout(segment.workday, rule.name);
    const approved = left.get(about);
    if (approved === undefined) continue;
    if (approved <= 0) segment.pay = ORDINARY;
    else if (lengthOf(segment) > approved)
      segments.splice(i + 1, 0, cutOff(segment, instant(segment.start + approved)));
    left.set(about, approved - paidSeconds(segment));
  }
}

const cutAt = (segments: WorkSegment[], { from, to }: Stated): void =>
  cutAtEdges(segments, (at) => (at < from ? from : at < to ? to : Number.POSITIVE_INFINITY));

const isInside = ({ start }: WorkSegment, { from, to }: Stated): boolean => start >= from && start < to;
