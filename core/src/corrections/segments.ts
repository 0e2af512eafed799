import { classOf } from '../model/classes.ts';
import { cutAtEdges } from '../model/cut.ts';
import type { Pay, WorkSegment } from '../model/segment.ts';
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

const cutAt = (segments: WorkSegment[], { from, to }: Stated): void =>
  cutAtEdges(segments, (at) => (at < from ? from : at < to ? to : Number.POSITIVE_INFINITY));

const isInside = ({ start }: WorkSegment, { from, to }: Stated): boolean => start >= from && start < to;
