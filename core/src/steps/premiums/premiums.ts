import { cutAtEdges } from '../../card/cut.ts';
import type { Segment, WorkSegment } from '../../card/segment.ts';
import type { ClassId } from '../../pay/classes.ts';
import type { DepartmentId, JobId, SiteId } from '../../record/ids.ts';
import { type Calendar, type DayKinds, isOfKind } from '../../time/calendar.ts';
import type { ClockWindow } from '../../time/clock-window.ts';
import { type Seconds, type Workday, weekdayOf } from '../../time/units.ts';
import type { ZoneOffsets } from '../../time/zone.ts';

/** Paid beside the class for hours that meet all of its conditions; null and absent conditions are met by any. */
export interface Premium {
  readonly name: string;
  readonly classId: ClassId;
  readonly window: ClockWindow | null;
  readonly days: DayKinds | null;
  /** Whose day it is: the workday that the hours count for, or the date on the clock when the window opens. */
  readonly dayBy: 'workday' | 'clock';
  readonly jobs: ReadonlySet<JobId> | null;
  readonly departments: ReadonlySet<DepartmentId> | null;
  readonly sites: ReadonlySet<SiteId> | null;
  /** Null: the hours inside. Else the whole shift, where enough of it, most of it or its start lies inside. */
  readonly wholeShift: { readonly when: 'enough' | 'most' | 'start'; readonly enoughSeconds: Seconds } | null;
  /** Less inside in one shift pays none. */
  readonly leastSeconds: Seconds;
  /** False: not paid for hours that a premium before it in the list is paid for. */
  readonly additive: boolean;
}

/**
 * Step 8. Segments cut at the edges of every premium's window and marked where they meet its conditions.
 *
 * @param premiumsOf the premiums in force on a workday
 */
export function addPremiums(
  segments: WorkSegment[],
  lists: readonly (readonly Premium[])[],
  premiumsOf: (day: Workday) => readonly Premium[],
  calendar: Calendar,
  workedDays: readonly Workday[],
): WorkSegment[] {
  let marked = segments;
  for (const premiums of lists) {
    for (const premium of premiums) {
      if (!mayApply(premium, workedDays, calendar)) continue;
      if (premium.window !== null) {
        const { window } = premium;
        marked = cutAtEdges(marked, (at, { shift }) => window.nextEdge(at, shift.offsets));
      }
      markShifts(
        marked,
        premium,
        lists.length === 1 ? null : (day) => premiumsOf(day) === premiums,
        calendar,
      );
    }
  }
  return marked;
}

/** False where no workday with work is of the kind that a premium is paid on. */
function mayApply({ days, dayBy }: Premium, workedDays: readonly Workday[], calendar: Calendar): boolean {
  if (days === null || dayBy === 'clock') return true;
  for (const day of workedDays) if (isOfKind(day, weekdayOf(day), days, calendar)) return true;
  return false;
}

/** Marks the segments of each shift in turn. */
function markShifts(
  segments: readonly WorkSegment[],
  premium: Premium,
  inForce: ((day: Workday) => boolean) | null,
  calendar: Calendar,
): void {
  const byWorkday = premium.dayBy === 'workday' ? premium.days : null;
  let day: number = Number.NaN;
  let dayMeets = true;
  let first = 0;
  while (first < segments.length) {
    const { shift } = segments[first]!;
    let end = first;
    let inside = 0;
    let total = 0;
    let startsInside = false;
    for (; end < segments.length && segments[end]!.shift === shift; end++) {
      const segment = segments[end]!;
      total += segment.end - segment.start;
      if (inForce !== null && !inForce(segment.workday)) continue;
      if (byWorkday !== null && segment.workday !== day) {
        day = segment.workday;
        dayMeets = isOfKind(segment.workday, weekdayOf(segment.workday), byWorkday, calendar);
      }
      if (!dayMeets || !meets(segment, premium, shift.offsets, calendar)) continue;
      if (end === first) startsInside = true;
      inside += segment.end - segment.start;
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
        const segment = segments[i]!;
        if (inForce !== null && !inForce(segment.workday)) continue;
        segment.premiums = reached ? segment.premiums.with(premium) : segment.premiums.without(premium);
      }
    }
    if (!premium.additive) {
      // Those that are found already stand before it in the list.
      for (let i = first; i < end; i++) {
        const segment = segments[i]!;
        if (segment.premiums.list.length > 1) segment.premiums = segment.premiums.without(premium);
      }
    }
    first = end;
  }
}

/** True where all of a segment, already cut at the window's edges, meets a premium's conditions but those on its workday. */
function meets(segment: Segment, premium: Premium, offsets: ZoneOffsets, calendar: Calendar): boolean {
  const { window, days, jobs, departments, sites } = premium;
  if (window !== null) {
    const opened = window.openingAt(segment.start, offsets);
    if (opened === null) return false;
    if (days !== null && premium.dayBy === 'clock') {
      if (!isOfKind(opened as Workday, weekdayOf(opened as Workday), days, calendar)) return false;
    }
  }
  const { from } = segment;
  if (jobs !== null && (from.job === null || !jobs.has(from.job))) return false;
  if (departments !== null && (from.department === null || !departments.has(from.department))) return false;
  return sites === null || (from.site !== null && sites.has(from.site));
}
