import { cutAtEdges } from '../card/cut.ts';
import type { Pay, WorkSegment } from '../card/segment.ts';
import { classOf } from '../pay/classes.ts';
import type { Changes, Stated } from './changes.ts';
import { placedIn } from './shifts.ts';

/** Segments in the jobs, departments and sites that corrections give them. */
export function inStatedPlaces(segments: WorkSegment[], places: Changes['places']): WorkSegment[] {
  let placed = segments;
  for (const stated of places) {
    placed = cutAt(placed, stated).map((segment) =>
      isInside(segment, stated) ? { ...segment, from: placedIn(segment.from, stated.place) } : segment,
    );
  }
  return placed;
}

/** Segments of the classes that corrections give them; no overtime rule stands behind those. */
export function ofStatedClasses(segments: WorkSegment[], classes: Changes['classes']): WorkSegment[] {
  let classed = segments;
  for (const stated of classes) {
    const { multiplier } = stated;
    const pay: Pay = { classId: classOf(multiplier), multiplier, rule: null };
    classed = cutAt(classed, stated).map((segment) =>
      isInside(segment, stated) ? { ...segment, pay } : segment,
    );
  }
  return classed;
}

const cutAt = (segments: WorkSegment[], { from, to }: Stated): WorkSegment[] =>
  cutAtEdges(segments, (at) => (at < from ? from : at < to ? to : Number.POSITIVE_INFINITY));

const isInside = ({ start }: WorkSegment, { from, to }: Stated): boolean => start >= from && start < to;
