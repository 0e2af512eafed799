import { paidSeconds } from '../../model/cut.ts';
import type { Rounding, RoundingRules, TotalChange } from '../../model/rounding.ts';
import type { SegmentShift, WorkSegment } from '../../model/segment.ts';
import { itemAt } from '../../time/item-at.ts';
import { instant, type Workday } from '../../time/units.ts';
import { roundAmount } from './amount.ts';

/** The same, with the shift it belongs to. */
interface ChangeOfShift extends TotalChange {
  readonly shift: SegmentShift;
}

/**
 * Rounds the paid time of some stretches together, in place. What is taken comes off the end. What is added has a length and no place on the
 * clock: the last stretch has it beside its own.
 */
function roundTotal(
  stretches: readonly WorkSegment[],
  rounding: Rounding,
  of: TotalChange['of'],
  changes: ChangeOfShift[],
): void {
  let total = 0;
  for (const stretch of stretches) total += paidSeconds(stretch);
  let left = roundAmount(total, rounding) - total;
  for (let i = stretches.length - 1; i >= 0 && left !== 0; i--) {
    const stretch = itemAt(stretches, i);
    const { end: at, shift } = stretch;
    const change = Math.max(left, -paidSeconds(stretch));
    changes.push({ of, at, seconds: change, shift });
    left -= change;
    const added = stretch.added + change;
    stretch.added = Math.max(0, added);
    if (added < 0) stretch.end = instant(stretch.end + added);
  }
}

/**
 * The totals of a shift's spells, and of the shift, rounded in place. A spell ends at every gap that is not paid, not at a change of job.
 *
 * @param worked the stretches of some shifts, in order
 * @param from where those of this shift, the last, begin
 */
export function roundShiftTotals(
  worked: WorkSegment[],
  from: number,
  { spell, shift }: Pick<RoundingRules, 'spell' | 'shift'>,
): readonly TotalChange[] {
  if (spell === null && shift === null) return NO_CHANGES;
  const changes: ChangeOfShift[] = [];
  if (spell !== null) {
    let first = from;
    for (let i = from; i < worked.length; i++) {
      const next = worked[i + 1];
      if (next !== undefined && next.start === itemAt(worked, i).end) continue;
      roundTotal(worked.slice(first, i + 1), spell, 'spell', changes);
      first = i + 1;
    }
    withoutEmpty(worked, from);
  }
  if (shift !== null) {
    roundTotal(worked.slice(from), shift, 'shift', changes);
    withoutEmpty(worked, from);
  }
  return changes;
}

const NO_CHANGES: readonly TotalChange[] = [];

/**
 * The totals of workdays rounded in place, over all shifts that count for them.
 *
 * @param rulesOn the rules in force on a workday
 * @returns what that changed of each shift
 */
export function roundDayTotals(
  worked: WorkSegment[],
  rulesOn: (day: Workday) => { readonly rounding: Pick<RoundingRules, 'day'> },
): ReadonlyMap<SegmentShift, readonly TotalChange[]> {
  const days = new Map<Workday, WorkSegment[]>();
  for (const segment of worked) {
    const own = days.get(segment.workday);
    if (own === undefined) days.set(segment.workday, [segment]);
    else own.push(segment);
  }
  const changes: ChangeOfShift[] = [];
  for (const [day, segments] of days) {
    const { day: rounding } = rulesOn(day).rounding;
    if (rounding !== null) roundTotal(segments, rounding, 'day', changes);
  }
  withoutEmpty(worked, 0);
  const byShift = new Map<SegmentShift, TotalChange[]>();
  for (const change of changes) {
    const own = byShift.get(change.shift);
    if (own === undefined) byShift.set(change.shift, [change]);
    else own.push(change);
  }
  return byShift;
}

/** Takes out stretches of which nothing is left, in place. */
function withoutEmpty(worked: WorkSegment[], from: number): void {
  let kept = from;
  for (let i = from; i < worked.length; i++) {
    const stretch = itemAt(worked, i);
    if (stretch.end > stretch.start) worked[kept++] = stretch;
  }
  worked.length = kept;
}
