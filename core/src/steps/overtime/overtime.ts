import { cutAtEdges, cutOff, lengthOf } from '../../card/cut.ts';
import type { OvertimeReason } from '../../card/reasons.ts';
import type { Pay, WorkSegment } from '../../card/segment.ts';
import { classOf } from '../../pay/classes.ts';
import { isOfKind } from '../../time/calendar.ts';
import { itemAt } from '../../time/item-at.ts';
import { instant, seconds, weekdayOf } from '../../time/units.ts';
import { roundAmount } from '../round/amount.ts';
import type { OvertimeContext, OvertimeRule } from './types.ts';

/** The bucket of a segment that a rule does not look at; no workday has this number, and no shift starts at this instant. */
const OUTSIDE = -(2 ** 31);

/**
 * One rule over all segments, in order of time, in place. Time runs in order, so it is the last hours of a bucket that are
 * overtime; leave that counts, counts first.
 *
 * Where rules are paid once only, what is overtime already does not count toward a rule with a threshold and is left alone by it. A rule that
 * covers hours from the first one on, such as a rest day, looks at all of them and gives each the higher of the two.
 *
 * @param adds whether multipliers add up; then all hours count
 * @param owns whether the rule is in force for a bucket that starts on this day; null where it always is
 * @param reasons filled where given: what the rule found in each bucket
 * @returns the segments, with more of them where some were cut
 */
export function applyRule(
  segments: WorkSegment[],
  rule: OvertimeRule,
  context: OvertimeContext,
  adds: boolean,
  owns: ((firstDay: number) => boolean) | null,
  reasons: OvertimeReason[] | null,
): WorkSegment[] {
  const { basis } = rule;
  if (basis.mayApply !== undefined && !basis.mayApply(context)) return segments;
  const { nextEdge } = basis;
  const all =
    nextEdge === undefined ? segments : cutAtEdges(segments, (at, segment) => nextEdge(at, segment, context));
  const countsAll = adds || coversFromFirst(rule);
  const buckets = bucketsOf(all, rule, context, countsAll, owns);
  let first = 0;
  while (first < all.length) {
    const bucket = buckets[first] ?? OUTSIDE;
    if (bucket === OUTSIDE) {
      first++;
      continue;
    }
    let counted = 0;
    let end = first;
    for (let i = first; i < all.length; i++) {
      const other = buckets[i] ?? OUTSIDE;
      if (other === bucket) {
        const segment = itemAt(all, i);
        if (countsAll || segment.pay.multiplier === 1) counted += segment.end - segment.start;
        end = i + 1;
      } else if (other !== OUTSIDE && context.daysInOrder) break;
    }
    const leave = rule.countedLeave.size === 0 ? 0 : leaveIn(bucket, rule, context);
    const amounts = amountsOf(rule, counted, leave);
    const before = all.length;
    reasons?.push(reasonOf(all, buckets, first, end, rule, amounts, adds, countsAll));
    if (amounts.paid > 0) applyTiers(all, buckets, first, end, rule, amounts, adds, countsAll);
    end += all.length - before;
    if (context.daysInOrder) first = end;
    else {
      // Segments of other buckets may lie among them: these are done, those are still to come.
      for (let i = first; i < end; i++) if (buckets[i] === bucket) buckets[i] = OUTSIDE;
    }
  }
  return all;
}

/** For each segment the bucket it counts in, or OUTSIDE. Cuts segments where only the first hours of a day count. */
function bucketsOf(
  segments: WorkSegment[],
  rule: OvertimeRule,
  context: OvertimeContext,
  countsAll: boolean,
  owns: ((firstDay: number) => boolean) | null,
): number[] {
  const { basis, on, atMostPerWorkdaySeconds } = rule;
  const buckets: number[] = [];
  let day: number = OUTSIDE;
  let applies = true;
  let bucketOfDay: number = OUTSIDE;
  let dayCounted = 0;
  const counted: Map<number, number> | null = context.daysInOrder ? null : new Map();
  let shift: WorkSegment['shift'] | null = null;
  let shiftOwned = true;
  for (let i = 0; i < segments.length; i++) {
    const segment = itemAt(segments, i);
    if (segment.workday !== day) {
      counted?.set(day, dayCounted);
      day = segment.workday;
      dayCounted = counted?.get(day) ?? 0;
      applies = on === null || isOfKind(segment.workday, weekdayOf(segment.workday), on, context.calendar);
      const first = basis.bucketOfDay?.(segment.workday, context) ?? OUTSIDE;
      bucketOfDay = owns === null || owns(first) ? first : OUTSIDE;
    }
    let bucket: number = bucketOfDay;
    if (basis.bucketOfDay === undefined) {
      if (segment.shift !== shift) {
        shift = segment.shift;
        shiftOwned = owns === null || owns(segment.workday);
      }
      bucket = shiftOwned ? shift.start.punch.at : OUTSIDE;
    }
    if (!applies) bucket = OUTSIDE;
    if (basis.covers !== undefined && bucket !== OUTSIDE && !basis.covers(segment, context)) bucket = OUTSIDE;
    if (
      atMostPerWorkdaySeconds !== null &&
      bucket !== OUTSIDE &&
      (countsAll || segment.pay.multiplier === 1)
    ) {
      const left = atMostPerWorkdaySeconds - dayCounted;
      if (left <= 0) bucket = OUTSIDE;
      else if (lengthOf(segment) > left)
        segments.splice(i + 1, 0, cutOff(segment, instant(segment.start + left)));
      if (left > 0) dayCounted += lengthOf(segment);
    }
    buckets.push(bucket);
  }
  return buckets;
}

/** Its first tier has no threshold: a rest day, a holiday, after a clock time. */
const coversFromFirst = ({ tiers }: OvertimeRule): boolean => itemAt(tiers, 0).fromSeconds === 0;

/** What one rule makes of one bucket, in seconds. */
interface Amounts {
  /** Work that counts. */
  readonly counted: number;
  /** Leave that counts, before the work. */
  readonly leave: number;
  /** Work beyond the first tier's start. */
  readonly over: number;
  /** How much of the end of the work pays by the tiers. */
  readonly paid: number;
}

/** Beyond the first tier; then the least amount, the rounding and the cap. */
function amountsOf(rule: OvertimeRule, counted: number, leave: number): Amounts {
  const over = Math.min(counted, Math.max(0, leave + counted - itemAt(rule.tiers, 0).fromSeconds));
  let paid = over;
  if (over < rule.leastSeconds) paid = 0;
  else if (rule.leastPays === 'beyond') paid = over - rule.leastSeconds;
  if (rule.rounding !== null && paid > 0) paid = Math.min(roundAmount(paid, rule.rounding), counted);
  return { counted, leave, over, paid };
}

/** Seconds of leave on the days of a bucket that the rule applies on. Buckets of days are named by their first day. */
function leaveIn(bucket: number, rule: OvertimeRule, context: OvertimeContext): number {
  const { bucketOfDay } = rule.basis;
  if (bucketOfDay === undefined) return 0;
  let sum = 0;
  for (const { code, workday: day, seconds: length } of context.leave) {
    if (!rule.countedLeave.has(code) || bucketOfDay(day, context) !== bucket) continue;
    if (rule.on === null || isOfKind(day, weekdayOf(day), rule.on, context.calendar)) sum += length;
  }
  return sum;
}

/** One bucket, cut where its count passes an edge of a tier. The last `paid` seconds of it go through the tiers. */
function applyTiers(
  segments: WorkSegment[],
  buckets: number[],
  first: number,
  end: number,
  rule: OvertimeRule,
  { counted, paid }: Amounts,
  adds: boolean,
  countsAll: boolean,
): void {
  const { tiers, capSeconds } = rule;
  const bucket = buckets[first] ?? OUTSIDE;
  // Positions run from the start of the work; overtime starts at `start`, where the tiers are at the first one's start.
  const start = counted - paid;
  const shiftBy = start - itemAt(tiers, 0).fromSeconds;
  const stop = capSeconds === null ? Number.POSITIVE_INFINITY : start + capSeconds;
  let position = 0;
  let last = end;
  for (let i = first; i < last; i++) {
    if (buckets[i] !== bucket) continue;
    const segment = itemAt(segments, i);
    if (!countsAll && segment.pay.multiplier !== 1) continue;
    let pay: Pay | null = null;
    let edge = start;
    if (position >= stop) edge = Number.POSITIVE_INFINITY;
    else if (position >= start) {
      edge = stop;
      for (const tier of tiers) {
        const from = tier.fromSeconds + shiftBy;
        const to = tier.toSeconds === null ? Number.POSITIVE_INFINITY : tier.toSeconds + shiftBy;
        if (position >= from && position < to) pay = tier.pay;
        if (from > position && from < edge) edge = from;
        if (to > position && to < edge) edge = to;
      }
    }
    if (position + segment.end - segment.start > edge) {
      segments.splice(i + 1, 0, cutOff(segment, instant(segment.start + edge - position)));
      buckets.splice(i + 1, 0, bucket);
      last++;
    }
    position += segment.end - segment.start;
    if (pay === null) continue;
    if (adds) segment.pay = added(segment.pay, pay);
    else if (pay.multiplier > segment.pay.multiplier) segment.pay = pay;
  }
}

/** What two rules pay together that are added: 1.5 and 1.5 are 2. */
function added(before: Pay, { multiplier, rule }: Pay): Pay {
  const sum = Math.round((before.multiplier + multiplier - 1) * 1000) / 1000;
  return { classId: classOf(sum), multiplier: sum, rule };
}

function reasonOf(
  segments: readonly WorkSegment[],
  buckets: readonly number[],
  first: number,
  end: number,
  rule: OvertimeRule,
  { counted, leave, over, paid }: Amounts,
  adds: boolean,
  countsAll: boolean,
): OvertimeReason {
  const looked = segments.slice(first, end).filter((_, i) => buckets[first + i] === buckets[first]);
  return {
    step: 'overtime',
    name: rule.name,
    basis: rule.basis.name,
    firstWorkday: itemAt(segments, first).workday,
    lastWorkday: itemAt(segments, end - 1).workday,
    time: looked.map((segment) => ({
      start: segment.start,
      end: segment.end,
      workday: segment.workday,
      counts: countsAll || segment.pay.multiplier === 1,
    })),
    countedSeconds: seconds(counted),
    leaveSeconds: seconds(leave),
    tiers: rule.tiers.map(({ fromSeconds, toSeconds, multiplier }) => ({
      fromSeconds,
      toSeconds,
      multiplier,
    })),
    leastSeconds: rule.leastSeconds,
    leastPays: rule.leastPays,
    rounding: rule.rounding,
    capSeconds: rule.capSeconds,
    overSeconds: seconds(over),
    paidSeconds: seconds(rule.capSeconds === null ? paid : Math.min(paid, rule.capSeconds)),
    pays: paid > 0,
    adds,
  };
}
