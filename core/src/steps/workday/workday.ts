import { cutOff, lengthOf } from '../../card/cut.ts';
import type { WorkSegment } from '../../card/segment.ts';
import {
  type Instant,
  instant,
  SECONDS_PER_DAY,
  type Seconds,
  type Workday,
  wallClock,
  workday,
} from '../../time/units.ts';
import { firstInstantOf, isShownAgain, wallOf, type ZoneOffsets } from '../../time/zone.ts';
import { type Shift, unpairedEnds } from '../pair/types.ts';

export interface WorkdayRules {
  readonly startsAtSeconds: Seconds;
  readonly shiftBelongsTo: 'day it starts' | 'day it ends' | 'day of its larger part' | 'split at the line';
  /** Monday is 0. */
  readonly weekStartsOn: number;
}

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

/** What this step needs of a shift. */
export interface ShiftToAssign {
  readonly shift: Shift;
  readonly offsets: ZoneOffsets;
  readonly rulebook: { readonly workday: WorkdayRules };
  /** The workday that a correction gives all of it; null where the rules decide. */
  readonly statedWorkday: Workday | null;
}

/**
 * Step 6. The stretches of one shift, each given the workday it counts for; cut where the rule splits at the line. A punch without a partner
 * starts or ends the shift as much as one that has one.
 *
 * @param into takes the segments, in order
 * @returns the first of these workdays; null where nothing was worked
 */
export function assignWorkday(
  worked: readonly WorkSegment[],
  { shift, offsets, rulebook, statedWorkday }: ShiftToAssign,
  into: WorkSegment[],
): Workday | null {
  const first = worked[0];
  const last = worked[worked.length - 1];
  if (first === undefined || last === undefined) return null;
  if (statedWorkday !== null) return giveAll(worked, statedWorkday, into);
  const { workday: rules } = rulebook;
  const ends = unpairedEnds(shift);
  const firstDay = workdayAt(instant(Math.min(first.start, ends.first)), rules, offsets);
  const lastDay = workdayAt(instant(Math.max(last.end - 1, ends.last)), rules, offsets);
  let day = firstDay;
  if (firstDay !== lastDay) {
    if (rules.shiftBelongsTo === 'split at the line')
      return splitAtLines(worked, firstDay, rules, offsets, into);
    if (rules.shiftBelongsTo === 'day it ends') day = lastDay;
    if (rules.shiftBelongsTo === 'day of its larger part')
      day = largerPart(worked, firstDay, lastDay, rules, offsets);
  }
  return giveAll(worked, day, into);
}

function giveAll(worked: readonly WorkSegment[], day: Workday, into: WorkSegment[]): Workday {
  for (const segment of worked) {
    segment.workday = day;
    into.push(segment);
  }
  return day;
}

function splitAtLines(
  worked: readonly WorkSegment[],
  firstDay: Workday,
  rules: WorkdayRules,
  offsets: ZoneOffsets,
  into: WorkSegment[],
): Workday | null {
  const before = into.length;
  let day = firstDay;
  let line = workdayStart(workday(day + 1), rules, offsets);
  for (let segment of worked) {
    while (segment.end > line) {
      if (segment.start < line) {
        segment.workday = day;
        into.push(segment);
        segment = cutOff(segment, line);
      }
      day = workday(day + 1);
      line = workdayStart(workday(day + 1), rules, offsets);
    }
    segment.workday = day;
    into.push(segment);
  }
  return into[before]?.workday ?? null;
}

/** The day with most of the work; the earlier one where two are equal. */
function largerPart(
  worked: readonly WorkSegment[],
  firstDay: Workday,
  lastDay: Workday,
  rules: WorkdayRules,
  offsets: ZoneOffsets,
): Workday {
  const parts: WorkSegment[] = [];
  splitAtLines(
    worked.map((segment) => ({ ...segment })),
    firstDay,
    rules,
    offsets,
    parts,
  );
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
