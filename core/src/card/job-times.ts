import type { ComputedShift } from '../model/computed-shift.ts';
import { paidSeconds } from '../model/cut.ts';
import type { JobId } from '../model/ids.ts';
import type { Segment } from '../model/segment.ts';
import { itemAt, lastOf } from '../time/item-at.ts';
import type { Instant, Workday } from '../time/units.ts';
import { gapKept, isAwayBefore } from './account.ts';
import type { Computed } from './card.ts';

/** What was clocked for one job, and what of it is not paid: clocked = payable + held + unpaid + rounding, in seconds. */
export interface JobTime {
  /** Null where no job was named. */
  readonly job: JobId | null;
  readonly clockedSeconds: number;
  readonly heldSeconds: number;
  readonly unpaidSeconds: number;
  readonly roundingSeconds: number;
}
type Sums = { -readonly [K in keyof JobTime]: JobTime[K] };

/**
 * The shifts of a card by job; their sums are those of the card. Time counts for the job that it is paid for, also where a correction says
 * so. What is taken off counts for the job in which it begins: a late out that is held to the plan for the job worked last, a meal for the
 * job before it.
 */
export function jobTimes(
  { shifts, segments }: Pick<Computed, 'shifts' | 'segments'>,
  { first, last }: { readonly first: Workday; readonly last: Workday },
): readonly JobTime[] {
  const times: Sums[] = [];
  let from = 0;
  for (const shift of shifts) {
    const to = endOf(shift, segments, from);
    if (shift.workday >= first && shift.workday <= last) {
      const job = onlyJob(shift, segments, from, to);
      if (job === undefined) addByJob(times, shift, segments.slice(from, to));
      else addWhole(times, job, shift);
    }
    from = to;
  }
  return times;
}

/** Where the segments of the next shift begin. */
function endOf({ rounded }: ComputedShift, segments: readonly Segment[], from: number): number {
  const end = rounded[rounded.length - 1]?.end ?? Number.NEGATIVE_INFINITY;
  let to = from;
  while (to < segments.length && itemAt(segments, to).start < end) to++;
  return to;
}

/** The job of all of a shift; undefined where there are several. */
function onlyJob(
  { spells }: ComputedShift,
  segments: readonly Segment[],
  from: number,
  to: number,
): JobId | null | undefined {
  const job = from < to ? itemAt(segments, from).from.job : (spells[0]?.in.job ?? null);
  for (let i = from + 1; i < to; i++) if (itemAt(segments, i).from.job !== job) return undefined;
  return job;
}

function timeOf(times: Sums[], job: JobId | null): Sums {
  for (const time of times) if (time.job === job) return time;
  const time = { job, clockedSeconds: 0, heldSeconds: 0, unpaidSeconds: 0, roundingSeconds: 0 };
  times.push(time);
  return time;
}

function addWhole(times: Sums[], job: JobId | null, shift: ComputedShift): void {
  const time = timeOf(times, job);
  time.clockedSeconds += shift.clockedSeconds;
  time.heldSeconds += shift.heldSeconds;
  time.unpaidSeconds += shift.unpaidSeconds;
  time.roundingSeconds += shift.roundingSeconds;
}

function addByJob(times: Sums[], shift: ComputedShift, segments: readonly Segment[]): void {
  const { spells, rounded, held, breaks, totals } = shift;
  /** The job that was worked up to an instant; the first of the shift where there is none before it. */
  const jobBefore = (at: Instant): JobId | null => {
    let { job } = itemAt(segments, 0).from;
    for (const { start, from } of segments) if (start < at) job = from.job;
    return job;
  };
  const take = (at: Instant, what: 'heldSeconds' | 'unpaidSeconds' | 'roundingSeconds', seconds: number) => {
    const time = timeOf(times, jobBefore(at));
    time[what] += seconds;
    time.clockedSeconds += seconds;
  };
  for (const segment of segments) timeOf(times, segment.from.job).clockedSeconds += paidSeconds(segment);
  for (const { kind, start, end } of breaks.unpaid)
    if (kind !== 'away') take(start, 'unpaidSeconds', end - start);
  for (const { at, seconds } of totals) take(at, 'roundingSeconds', -seconds);
  const firstIn = itemAt(spells, 0).in.at;
  if (held.start !== null) take(firstIn, 'heldSeconds', held.start - firstIn);
  if (held.end !== null) take(held.end, 'heldSeconds', lastOf(spells).out.at - held.end);
  // What rounding takes off a spell it may give to the break after it: both belong to the job before that.
  for (let i = 0; i < spells.length; i++) {
    const { start, end } = itemAt(rounded, i);
    const from = i === 0 && held.start !== null ? held.start : itemAt(spells, i).in.at;
    const to = i === spells.length - 1 && held.end !== null ? held.end : itemAt(spells, i).out.at;
    take(end, 'roundingSeconds', to - from - (end - start));
    if (i === 0 || isAwayBefore(i, rounded, breaks)) continue;
    const gap = itemAt(spells, i).in.at - itemAt(spells, i - 1).out.at;
    take(itemAt(rounded, i - 1).end, 'roundingSeconds', gap - gapKept(i, spells, rounded));
  }
}
