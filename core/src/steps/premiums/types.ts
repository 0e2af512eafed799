import type { Segment } from '../../card/segment.ts';
import type { ClassId } from '../../pay/classes.ts';
import type { Calendar } from '../../time/calendar.ts';
import type { Seconds, Workday } from '../../time/units.ts';

/** One thing that hours must be for a premium to be paid for them. */
export interface Condition {
  /** True where all of a segment, cut at this condition's edges, meets it. */
  meets(segment: Segment, calendar: Calendar): boolean;
  /** Where it may change within a segment: the first instant after another. */
  nextEdge?(at: number, segment: Segment): number;
  /** False where it can be met on none of these workdays. */
  mayBeMet?(workedDays: readonly Workday[], calendar: Calendar): boolean;
}

/** Paid beside the class for hours that meet all of its conditions. */
export interface Premium {
  readonly name: string;
  readonly classId: ClassId;
  readonly conditions: readonly Condition[];
  /** Null: the hours inside. Else the whole shift, where enough of it, most of it or its start lies inside. */
  readonly wholeShift: { readonly when: 'enough' | 'most' | 'start'; readonly enoughSeconds: Seconds } | null;
  /** Less inside in one shift pays none. */
  readonly leastSeconds: Seconds;
  /** False: not paid for hours that a premium before it in the list is paid for. */
  readonly additive: boolean;
}
