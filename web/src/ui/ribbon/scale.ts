import {
  firstInstantOf,
  type Instant,
  instant,
  SECONDS_PER_DAY,
  SECONDS_PER_HOUR,
  type Workday,
  wallClock,
  wallOf,
  workday,
  type ZoneOffsets,
} from '@heath/core';
import { hourOfAxis, shortDay } from '../text/format.ts';

/** Part of a day's axis, in real elapsed seconds after its origin. */
export interface Scale {
  readonly from: number;
  readonly to: number;
}

/**
 * The instant from which a day's ribbon is measured: its midnight as the clock counts back from where the axis starts, so that the start
 * of every row lies under the hour written above it, also on the day after the clocks changed.
 */
export function originOf(day: Workday, scale: Scale, offsets: ZoneOffsets): Instant {
  return instant(firstInstantOf(offsets, wallClock(day * SECONDS_PER_DAY + scale.from)) - scale.from);
}

/** Where an instant lies on the scale of a day, in percent of its width; beyond the ends it is cut off. */
export function percent(at: number, origin: Instant, scale: Scale): number {
  const share = (at - origin - scale.from) / (scale.to - scale.from);
  return Math.min(Math.max(share, 0), 1) * 100;
}

const STEP = 2 * SECONDS_PER_HOUR;
const SHORTEST = 14 * SECONDS_PER_HOUR;

/** An axis that fits these stretches, each measured from the midnight of its own day: whole two hours, with one to spare at either side. */
export function scaleFor(stretches: readonly { readonly from: number; readonly to: number }[]): Scale {
  if (stretches.length === 0) return { from: 6 * SECONDS_PER_HOUR, to: 20 * SECONDS_PER_HOUR };
  const earliest = Math.min(...stretches.map((s) => s.from));
  const latest = Math.max(...stretches.map((s) => s.to));
  let from = Math.floor((earliest - 1800) / STEP) * STEP;
  let to = Math.ceil((latest + 1800) / STEP) * STEP;
  while (to - from < SHORTEST) {
    if (earliest - from <= to - latest) from -= STEP;
    else to += STEP;
  }
  return { from, to };
}

/** The instant at a share of the width of a scale, on a whole minute or whatever the step in seconds is. */
export const instantAt = (share: number, origin: Instant, scale: Scale, stepSeconds = 60): Instant =>
  instant(Math.round((origin + scale.from + share * (scale.to - scale.from)) / stepSeconds) * stepSeconds);

/** Something written above an axis: at which percent, and what it says. */
export interface AxisMark {
  readonly percent: number;
  readonly label: string;
  readonly isMidnight: boolean;
}

/** An axis longer than this is marked by days. */
const LONGEST_BY_HOURS = 3 * SECONDS_PER_DAY;

/** What is written above an axis: every other hour as the wall clock shows it on an ordinary day; on one of many days, each of them. */
export function axisMarks(scale: Scale, day: Workday): AxisMark[] {
  const isByDay = scale.to - scale.from > LONGEST_BY_HOURS;
  const step = isByDay ? SECONDS_PER_DAY : STEP;
  const marks: AxisMark[] = [];
  for (let at = Math.ceil(scale.from / step) * step; at <= scale.to; at += step) {
    const hour = (((at / SECONDS_PER_HOUR) % 24) + 24) % 24;
    marks.push({
      percent: ((at - scale.from) / (scale.to - scale.from)) * 100,
      label: isByDay ? shortDay(workday(day + at / SECONDS_PER_DAY)) : hourOfAxis(hour),
      isMidnight: hour === 0,
    });
  }
  return marks;
}

/** The workdays from `first` to `last`. */
export function workdaysBetween(first: Workday, last: Workday): Workday[] {
  return Array.from({ length: last - first + 1 }, (_, i) => workday(first + i));
}

/** Where the wall clock jumps within the scale of a day, and by how much. */
export function clockChange(
  origin: Instant,
  scale: Scale,
  offsets: ZoneOffsets,
): { at: Instant; bySeconds: number } | null {
  for (let i = 1; i < offsets.starts.length; i++) {
    const at = offsets.starts[i]!;
    if (at > origin + scale.from && at < origin + scale.to) {
      return {
        at: instant(at),
        bySeconds: wallOf(offsets, instant(at)) - wallOf(offsets, instant(at - 1)) - 1,
      };
    }
  }
  return null;
}
