import type { ClassId } from '../../model/classes.ts';
import type { Segment } from '../../model/segment.ts';
import type { Calendar } from '../../time/calendar.ts';
import type { Seconds, Workday } from '../../time/units.ts';

/** One requirement that hours must meet for a premium to be paid. */
export interface Condition {
  /** True where all of a segment, cut at this condition's edges, meets it. */
  meets(segment: Segment, calendar: Calendar): boolean;
  /** The next moment at which a segment may begin or cease to meet it. */
  nextEdge?(at: number, segment: Segment): number;
  /** False where it can be met on none of these workdays. */
  mayBeMet?(workedDays: readonly Workday[], calendar: Calendar): boolean;
}

/** Paid beside the class for hours that meet all of its conditions. */
export interface Premium {
  readonly name: string;
  readonly classId: ClassId;
  readonly conditions: readonly Condition[];
  /** Null: only the hours inside are paid. Otherwise the whole shift is, once enough of it, most of it or its start lies inside. */
  readonly wholeShift: { readonly when: 'enough' | 'most' | 'start'; readonly enoughSeconds: Seconds } | null;
  /** Less inside in one shift pays none. */
  readonly leastSeconds: Seconds;
  /** False: not paid for hours that a premium before it in the list is paid for. */
  readonly additive: boolean;
}
