import type { Stretch } from '../breaks/types.ts';
import {
  type Instant,
  instant,
  SECONDS_PER_DAY,
  type Seconds,
  type Workday,
  wallClock,
  workday,
} from '../units.ts';
import { firstInstantOf, wallOf, type ZoneOffsets } from '../zone/zone.ts';
import type { Segment } from './types.ts';

export interface WorkdayRules {
  readonly startsAtSeconds: Seconds;
  readonly shiftBelongsTo: 'day it starts' | 'day it ends' | 'day of its larger part' | 'split at the line';
  /** Monday is 0. */
  readonly weekStartsOn: number;
}

/** The workday in which an instant lies. */
export function workdayAt(at: Instant, rules: WorkdayRules, offsets: ZoneOffsets): Workday {
  return workday(Math.floor((wallOf(offsets, at) - rules.startsAtSeconds) / SECONDS_PER_DAY));
}

/** The instant at which a workday starts. */
export function workdayStart(day: Workday, rules: WorkdayRules, offsets: ZoneOffsets): Instant {
  return firstInstantOf(offsets, wallClock(day * SECONDS_PER_DAY + rules.startsAtSeconds));
}

/** The first workday of the workweek that holds this one. */
export function workweekOf(day: Workday, weekStartsOn: number): Workday {
  return workday(day - ((((day + 3 - weekStartsOn) % 7) + 7) % 7));
}

/**
 * Step 6. The stretches of one shift, each given the workday it counts for; split where the rule says so. They become ordinary
 * segments for the steps after this one to classify.
 *
 * @param unpaired the earliest and latest punch of the shift that has no partner
 */
export function assignWorkday(
  worked: readonly Stretch[],
  shift: number,
  unpaired: { readonly first: number; readonly last: number },
  rules: WorkdayRules,
  offsets: ZoneOffsets,
  into: Segment[],
): void {
  if (worked.length === 0) return;
  const starts = Math.min(worked[0]!.start, unpaired.first);
  const ends = Math.max(worked[worked.length - 1]!.end - 1, unpaired.last);
  const firstDay = workdayAt(instant(starts), rules, offsets);
  const lastDay = workdayAt(instant(ends), rules, offsets);
  let day = firstDay;
  if (firstDay !== lastDay) {
    if (rules.shiftBelongsTo === 'day it ends') day = lastDay;
    if (rules.shiftBelongsTo === 'day of its larger part')
      day = largerPart(worked, firstDay, lastDay, rules, offsets);
    if (rules.shiftBelongsTo === 'split at the line') {
      splitAtLines(worked, shift, firstDay, lastDay, rules, offsets, into);
      return;
    }
  }
  for (let i = 0; i < worked.length; i++) into.push(segment(worked[i]!, shift, day));
}

function segment(stretch: Stretch, shift: number, day: Workday): Segment {
  return {
    start: stretch.start,
    end: stretch.end,
    workday: day,
    shift,
    job: stretch.job,
    department: stretch.department,
    multiplier: 1,
    rule: -1,
    premiums: 0,
  };
}

function splitAtLines(
  worked: readonly Stretch[],
  shift: number,
  firstDay: Workday,
  lastDay: Workday,
  rules: WorkdayRules,
  offsets: ZoneOffsets,
  into: Segment[],
): void {
  for (let day = firstDay; day <= lastDay; day++) {
    const from = workdayStart(workday(day), rules, offsets);
    const to = workdayStart(workday(day + 1), rules, offsets);
    for (const stretch of worked) {
      const start = instant(Math.max(stretch.start, from));
      const end = instant(Math.min(stretch.end, to));
      if (end > start) into.push(segment({ ...stretch, start, end }, shift, day));
    }
  }
}

/** The day with most of the work; the earlier one where two are equal. */
function largerPart(
  worked: readonly Stretch[],
  firstDay: Workday,
  lastDay: Workday,
  rules: WorkdayRules,
  offsets: ZoneOffsets,
): Workday {
  const parts: Segment[] = [];
  splitAtLines(worked, 0, firstDay, lastDay, rules, offsets, parts);
  let best = firstDay;
  let most = -1;
  for (let day = firstDay; day <= lastDay; day++) {
    let sum = 0;
    for (const part of parts) if (part.workday === day) sum += part.end - part.start;
    if (sum > most) {
      most = sum;
      best = day;
    }
  }
  return best;
}
