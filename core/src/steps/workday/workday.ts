import { cutOff, lengthOf } from '../../model/cut.ts';
import type { WorkSegment } from '../../model/segment.ts';
import { type Shift, unpairedEnds } from '../../model/shift.ts';
import type { WorkdayRules } from '../../model/workday-rules.ts';
import { itemAt, lastOf } from '../../time/item-at.ts';
import type { DaySpan } from '../../time/spans.ts';
import {
  type Instant,
  instant,
  SECONDS_PER_DAY,
  type Workday,
  wallClock,
  workday,
} from '../../time/units.ts';
import { firstInstantOf, isShownAgain, wallOf, type ZoneOffsets } from '../../time/zone.ts';

/** The workday in which an instant lies. A line that the wall clock shows twice is its first showing. */
export function workdayAt(at: Instant, rules: WorkdayRules, offsets: ZoneOffsets): Workday {
  const shown = workday(Math.floor((wallOf(offsets, at) - rules.startsAtSeconds) / SECONDS_PER_DAY));
  if (!isShownAgain(offsets, at)) return shown;
  const next = workday(shown + 1);
  return at >= workdayStart(next, rules, offsets) ? next : shown;
}

/** The instant at which a workday starts. */
export function workdayStart(day: Workday, rules: WorkdayRules, offsets: ZoneOffsets): Instant {
  return firstInstantOf(offsets, wallClock(day * SECONDS_PER_DAY + rules.startsAtSeconds));
}

/** The first workday of the workweek that holds this one. */
export function workweekOf(day: Workday, weekStartsOn: number): Workday {
  return workday(day - ((((day + 3 - weekStartsOn) % 7) + 7) % 7));
}

/** The whole workweeks that hold some days. */
export const workweeksOver = ({ first, last }: DaySpan, weekStartsOn: number): DaySpan => ({
  first: workweekOf(first, weekStartsOn),
  last: workday(workweekOf(last, weekStartsOn) + 6),
});

/** What this step needs of a shift. */
export interface ShiftToAssign {
  readonly shift: Shift;
  readonly offsets: ZoneOffsets;
  readonly rulebook: { readonly workday: WorkdayRules };
  /** The workday that a correction gives all of it; null where the rules decide. */
  readonly statedWorkday: Workday | null;
}

/**
 * Step 6. The stretches of one shift, each given the workday it counts for, in place; cut where the rule splits at the line. A punch without a
 * partner starts or ends the shift as much as one that has one.
 *
 * @param worked the stretches of some shifts, in order
 * @param from where those of this shift, the last, begin
 * @returns the first of these workdays; null where nothing was worked
 */
export function assignWorkday(
  worked: WorkSegment[],
  from: number,
  { shift, offsets, rulebook, statedWorkday }: ShiftToAssign,
): Workday | null {
  const first = worked[from];
  if (first === undefined) return null;
  if (statedWorkday !== null) return giveAll(worked, from, statedWorkday);
  const { workday: rules } = rulebook;
  const ends = unpairedEnds(shift);
  const firstDay = workdayAt(instant(Math.min(first.start, ends.first)), rules, offsets);
  const lastDay = workdayAt(instant(Math.max(lastOf(worked).end - 1, ends.last)), rules, offsets);
  if (firstDay === lastDay) return giveAll(worked, from, firstDay);
  switch (rules.shiftBelongsTo) {
    case 'day it starts':
      return giveAll(worked, from, firstDay);
    case 'day it ends':
      return giveAll(worked, from, lastDay);
    case 'day of its larger part':
      return giveAll(worked, from, largerPart(worked.slice(from), firstDay, lastDay, rules, offsets));
    case 'split at the line':
      splitAtLines(worked, from, firstDay, rules, offsets);
      return first.workday;
  }
}

function giveAll(worked: readonly WorkSegment[], from: number, day: Workday): Workday {
  for (let i = from; i < worked.length; i++) itemAt(worked, i).workday = day;
  return day;
}

function splitAtLines(
  worked: WorkSegment[],
  from: number,
  firstDay: Workday,
  rules: WorkdayRules,
  offsets: ZoneOffsets,
): void {
  let day = firstDay;
  let line = workdayStart(workday(day + 1), rules, offsets);
  for (let i = from; i < worked.length; i++) {
    const segment = itemAt(worked, i);
    while (segment.start >= line) {
      day = workday(day + 1);
      line = workdayStart(workday(day + 1), rules, offsets);
    }
    segment.workday = day;
    if (segment.end > line) worked.splice(i + 1, 0, cutOff(segment, line));
  }
}

/** The day with most of the work; the earlier one where two are equal. */
function largerPart(
  worked: readonly WorkSegment[],
  firstDay: Workday,
  lastDay: Workday,
  rules: WorkdayRules,
  offsets: ZoneOffsets,
): Workday {
  const parts = worked.map((segment) => ({ ...segment }));
  splitAtLines(parts, 0, firstDay, rules, offsets);
  let best = firstDay;
  let most = -1;
  for (let day = firstDay; day <= lastDay; day++) {
    let sum = 0;
    for (const part of parts) if (part.workday === day) sum += lengthOf(part);
    if (sum > most) {
      most = sum;
      best = day;
    }
  }
  return best;
}
