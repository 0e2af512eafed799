import { classOf } from '../../model/classes.ts';
import { cutAtEdges, cutOff, lengthOf, paidSeconds } from '../../model/cut.ts';
import type { Pay, Segment, WorkSegment } from '../../model/segment.ts';
import { isOfKind } from '../../time/calendar.ts';
import { itemAt } from '../../time/item-at.ts';
import { instant, seconds, type Workday, weekdayOf } from '../../time/units.ts';
import { roundAmount } from '../round/amount.ts';
import type { OvertimeReason } from './reason.ts';
import type { LeaveStanding, OvertimeContext, OvertimeRule } from './types.ts';

/** The bucket of a segment that a rule does not look at; no workday has this number, and no shift starts at this instant. */
const OUTSIDE = -(2 ** 31);

/** Where one version of a rule is in force; null: everywhere. */
export interface InForce {
  /** True of segments that it pays. */
  readonly pays: ((segment: Segment) => boolean) | null;
  /** True of segments that it counts. */
  readonly counts: ((segment: Segment) => boolean) | null;
}

/** One rule on its way over all segments, in order of time. */
interface Applying {
  /** Cut and paid in place: copies and lists of buckets for every rule were 50 MB of garbage for 10,000 people. */
  readonly segments: WorkSegment[];
  readonly rule: OvertimeRule;
  readonly context: OvertimeContext;
  /** Multipliers add up. */
  readonly adds: boolean;
  /** What is overtime already counts too, and is looked at. */
  readonly countsAll: boolean;
  readonly inForce: InForce;
}

/**
 * One rule over all segments, in order of time, in place. Time runs in order, so it is the last hours of a bucket that are
 * overtime. Leave that counts stands at its own day, before the work of that day, and is never paid by the rule.
 *
 * Where rules are paid once only, what is overtime already does not count toward a rule with a threshold and is left alone by it. A rule that
 * covers hours from the first one on, such as a rest day, looks at all of them and gives each the higher of the two.
 *
 * @param adds whether multipliers add up; then all hours count
 * @param inForce which segments it counts, and which of those it pays
 * @param reasons filled where given: what the rule found in each bucket
 */
export function applyRule(
  segments: WorkSegment[],
  rule: OvertimeRule,
  context: OvertimeContext,
  adds: boolean,
  inForce: InForce,
  reasons: OvertimeReason[] | null,
): void {
  const { nextEdge, mayApply } = rule.basis;
  if (mayApply !== undefined && !mayApply(context)) return;
  if (nextEdge !== undefined) cutAtEdges(segments, (at, segment) => nextEdge(at, segment, context));
  const countsAll = adds || coversFromFirst(rule);
  const applying: Applying = { segments, rule, context, adds, countsAll, inForce };
  giveBuckets(applying);
  if (rule.atMostPerWorkdaySeconds !== null) keepFirstOfDays(applying, rule.atMostPerWorkdaySeconds);
  for (let first = 0; first < segments.length; ) {
    if (itemAt(segments, first).bucket === OUTSIDE) first++;
    else first = applyToBucket(applying, first, reasons);
  }
}

/** Its first tier has no threshold: a rest day, a holiday, after a clock time. */
const coversFromFirst = ({ tiers }: OvertimeRule): boolean => itemAt(tiers, 0).fromSeconds === 0;

const doesCount = ({ countsAll }: Applying, { pay }: Segment): boolean => countsAll || pay.multiplier === 1;

/** Gives each segment the bucket it counts in, or OUTSIDE. */
function giveBuckets(applying: Applying): void {
  const { segments, rule, context, inForce } = applying;
  const { basis, on } = rule;
  const { counts } = inForce;
  const { covers, bucketOfDay } = basis;
  if (bucketOfDay === undefined) bucketByShift(applying);
  else bucketByDay(applying, bucketOfDay);
  if (on !== null)
    leaveOut(segments, ({ workday: day }) => !isOfKind(day, weekdayOf(day), on, context.calendar));
  if (covers !== undefined) leaveOut(segments, (segment) => !covers(segment, context));
  if (counts !== null) leaveOut(segments, (segment) => !counts(segment));
}

/** Stretches of days: the bucket is their first. */
function bucketByDay({ segments, context }: Applying, bucketOfDay: BucketOfDay): void {
  let day: number = OUTSIDE;
  let bucket: number = OUTSIDE;
  for (let i = 0; i < segments.length; i++) {
    const segment = itemAt(segments, i);
    if (segment.workday !== day) {
      day = segment.workday;
      bucket = bucketOfDay(segment.workday, context) ?? OUTSIDE;
    }
    segment.bucket = bucket;
  }
}
type BucketOfDay = NonNullable<OvertimeRule['basis']['bucketOfDay']>;

/** Shifts: the bucket is the instant at which they start. */
function bucketByShift({ segments }: Applying): void {
  let shift: Segment['shift'] | null = null;
  let bucket: number = OUTSIDE;
  for (let i = 0; i < segments.length; i++) {
    const segment = itemAt(segments, i);
    if (segment.shift !== shift) {
      shift = segment.shift;
      bucket = shift.start.punch.at;
    }
    segment.bucket = bucket;
  }
}

function leaveOut(segments: readonly WorkSegment[], isOut: (segment: Segment) => boolean): void {
  for (let i = 0; i < segments.length; i++) {
    const segment = itemAt(segments, i);
    if (segment.bucket !== OUTSIDE && isOut(segment)) segment.bucket = OUTSIDE;
  }
}

/** Only the first so many seconds that count of each workday keep their bucket, leave first; a segment that goes beyond is cut. */
function keepFirstOfDays(applying: Applying, most: number): void {
  const { segments } = applying;
  const counted = new Map<Workday, number>();
  for (const { workday, seconds: length } of countedLeave(applying))
    counted.set(workday, (counted.get(workday) ?? 0) + length);
  for (let i = 0; i < segments.length; i++) {
    const segment = itemAt(segments, i);
    if (segment.bucket === OUTSIDE || !doesCount(applying, segment)) continue;
    const before = counted.get(segment.workday) ?? 0;
    const left = most - before;
    if (left <= 0) segment.bucket = OUTSIDE;
    else if (lengthOf(segment) > left)
      segments.splice(i + 1, 0, cutOff(segment, instant(segment.start + left)));
    if (left > 0) counted.set(segment.workday, before + paidSeconds(segment));
  }
}

/**
 * Adds up the bucket of the segment at a place, and pays what is over.
 *
 * @returns where the next bucket may begin
 */
function applyToBucket(applying: Applying, first: number, reasons: OvertimeReason[] | null): number {
  const { segments, rule, context } = applying;
  const { bucket } = itemAt(segments, first);
  const leave = rule.countedLeave.size === 0 ? NO_LEAVE : leaveOf(applying, bucket);
  const standing: LeaveStanding[] = [];
  let counted = 0;
  let end = first;
  for (let i = first; i < segments.length; i++) {
    const segment = itemAt(segments, i);
    if (segment.bucket === bucket) {
      // Leave stands at its own day, before the work of that day.
      while (standing.length < leave.length && itemAt(leave, standing.length).workday <= segment.workday)
        standing.push({ afterSeconds: counted, seconds: itemAt(leave, standing.length).seconds });
      if (doesCount(applying, segment)) counted += paidSeconds(segment);
      end = i + 1;
    } else if (segment.bucket !== OUTSIDE && context.daysInOrder) break;
  }
  const threshold = itemAt(rule.tiers, 0).fromSeconds;
  const stands = rule.leaveFillsTiers ? standing : upTo(threshold, standing);
  const over = Math.max(0, counted - workBefore(threshold, stands));
  const paid = paidOf(rule, over, counted);
  const amounts: Amounts = { counted, leave: stands, over, paid };
  const { pays } = applying.inForce;
  if (
    reasons !== null &&
    (pays === null || segments.slice(first, end).some((one) => one.bucket === bucket && pays(one)))
  )
    reasons.push(reasonOf(applying, first, end, amounts));
  const before = segments.length;
  if (paid > 0) payTiers(applying, first, end, amounts);
  end += segments.length - before;
  if (context.daysInOrder) return end;
  // Segments of other buckets may lie among them: these are done, those are still to come.
  for (let i = first; i < end; i++)
    if (itemAt(segments, i).bucket === bucket) itemAt(segments, i).bucket = OUTSIDE;
  return first + 1;
}

const NO_LEAVE: readonly CountedLeave[] = [];

/** What one rule makes of one bucket, in seconds. */
interface Amounts {
  /** Work that counts. */
  readonly counted: number;
  readonly leave: readonly LeaveStanding[];
  /** Work beyond the first tier's start. */
  readonly over: number;
  /** How much of the end of the work pays by the tiers. */
  readonly paid: number;
}

/** Leave cut where the count reaches a threshold. */
function upTo(threshold: number, standing: readonly LeaveStanding[]): LeaveStanding[] {
  let total = 0;
  return standing.map(({ afterSeconds, seconds: length }) => {
    const left = Math.max(0, Math.min(length, threshold - afterSeconds - total));
    total += left;
    return { afterSeconds, seconds: left };
  });
}

/** How much work lies before the count of work and leave reaches a threshold. */
function workBefore(threshold: number, leave: readonly LeaveStanding[]): number {
  let total = 0;
  for (const { afterSeconds, seconds: length } of leave) {
    if (threshold - total <= afterSeconds) break;
    total += length;
    if (afterSeconds + total >= threshold) return afterSeconds;
  }
  return Math.max(0, threshold - total);
}

/** What pays by the tiers of so much overtime: after the least amount and the rounding. The cap comes with the tiers. */
function paidOf({ leastSeconds, leastPays, rounding }: OvertimeRule, over: number, counted: number): number {
  if (over < leastSeconds) return 0;
  const paid = leastPays === 'beyond' ? over - leastSeconds : over;
  return rounding === null || paid === 0 ? paid : Math.min(roundAmount(paid, rounding), counted);
}

/** Leave of one day that counts toward a rule. */
interface CountedLeave {
  readonly workday: Workday;
  readonly seconds: number;
}

/** Leave that counts, day after day, on the days that the rule applies on; no more of a day than counts of it. */
function countedLeave({ rule, context }: Applying): CountedLeave[] {
  const { countedLeave: codes, on, atMostPerWorkdaySeconds: most } = rule;
  const days = new Map<Workday, number>();
  for (const { code, workday: day, seconds: length } of context.leave) {
    if (!codes.has(code) || (on !== null && !isOfKind(day, weekdayOf(day), on, context.calendar))) continue;
    days.set(day, Math.min((days.get(day) ?? 0) + length, most ?? Number.POSITIVE_INFINITY));
  }
  return [...days]
    .map(([workday, length]) => ({ workday, seconds: length }))
    .sort((a, b) => a.workday - b.workday);
}

/** Leave on the days of a bucket. Buckets of days are named by their first day; leave belongs to no shift. */
function leaveOf(applying: Applying, bucket: number): readonly CountedLeave[] {
  const { bucketOfDay } = applying.rule.basis;
  return bucketOfDay === undefined
    ? NO_LEAVE
    : countedLeave(applying).filter(({ workday: day }) => bucketOfDay(day, applying.context) === bucket);
}

/** Pays one bucket, cut where its count passes an edge of a tier: the last seconds that count go through the tiers. */
function payTiers(applying: Applying, first: number, end: number, amounts: Amounts): void {
  const { segments, rule, adds, inForce } = applying;
  const { pays } = inForce;
  const { bucket } = itemAt(segments, first);
  const start = amounts.counted - amounts.paid;
  let position = 0;
  let last = end;
  for (let i = first; i < last; i++) {
    const segment = itemAt(segments, i);
    if (segment.bucket !== bucket || !doesCount(applying, segment)) continue;
    const left = position < start ? start - position : untilEdge(rule, amounts, position);
    if (lengthOf(segment) > left) {
      segments.splice(i + 1, 0, cutOff(segment, instant(segment.start + left)));
      last++;
    }
    const pay = position < start ? null : payAt(rule, amounts, position);
    position += paidSeconds(segment);
    if (pay === null || pays?.(segment) === false) continue;
    if (adds) segment.pay = added(segment.pay, pay);
    else if (pay.multiplier > segment.pay.multiplier) segment.pay = pay;
  }
}

/**
 * How far a second of work lies in the count of work and leave. What rounding or a least amount added to the overtime, or took off it, moves
 * the tiers along.
 */
function reachedAt({ leave, over, paid }: Amounts, position: number): number {
  let reached = position + paid - over;
  for (const { afterSeconds, seconds: length } of leave) if (afterSeconds <= position) reached += length;
  return reached;
}

const isBeyondCap = ({ capSeconds }: OvertimeRule, { counted, paid }: Amounts, position: number): boolean =>
  capSeconds !== null && position >= counted - paid + capSeconds;

/** As what the hour at a position of a bucket is paid; null where no tier pays it. */
function payAt(rule: OvertimeRule, amounts: Amounts, position: number): Pay | null {
  if (isBeyondCap(rule, amounts, position)) return null;
  const into = Math.max(itemAt(rule.tiers, 0).fromSeconds, reachedAt(amounts, position));
  let pay: Pay | null = null;
  for (const tier of rule.tiers)
    if (into >= tier.fromSeconds && (tier.toSeconds === null || into < tier.toSeconds)) pay = tier.pay;
  return pay;
}

/** Longer than any bucket. A small whole number, unlike infinity: with that, the engine kept every instant that is cut here in a box of its own. */
const NEVER = 2 ** 31 - 1;

/** How long it is from a position until that may change. */
function untilEdge(rule: OvertimeRule, amounts: Amounts, position: number): number {
  const { tiers, capSeconds } = rule;
  if (isBeyondCap(rule, amounts, position)) return NEVER;
  const { leave, counted, paid } = amounts;
  const into = reachedAt(amounts, position);
  let least = capSeconds === null ? NEVER : counted - paid + capSeconds - position;
  for (const { afterSeconds } of leave)
    if (afterSeconds > position && afterSeconds - position < least) least = afterSeconds - position;
  for (const { fromSeconds, toSeconds } of tiers) {
    if (fromSeconds > into && fromSeconds - into < least) least = fromSeconds - into;
    if (toSeconds !== null && toSeconds > into && toSeconds - into < least) least = toSeconds - into;
  }
  return least;
}

/** What two rules pay together that are added: 1.5 and 1.5 are 2. */
function added(before: Pay, { multiplier, rule }: Pay): Pay {
  const sum = Math.round((before.multiplier + multiplier - 1) * 1000) / 1000;
  return { classId: classOf(sum), multiplier: sum, rule };
}

function reasonOf(
  applying: Applying,
  first: number,
  end: number,
  { counted, leave, over, paid }: Amounts,
): OvertimeReason {
  const { segments, rule, adds, inForce } = applying;
  const { pays } = inForce;
  const { bucket } = itemAt(segments, first);
  const looked = segments.slice(first, end).filter((segment) => segment.bucket === bucket);
  return {
    step: 'overtime',
    name: rule.name,
    basis: rule.basis.name,
    firstWorkday: itemAt(segments, first).workday,
    lastWorkday: itemAt(segments, end - 1).workday,
    time: looked.map((segment) => ({
      start: segment.start,
      end: segment.end,
      added: segment.added,
      workday: segment.workday,
      counts: doesCount(applying, segment),
      pays: pays?.(segment) ?? true,
    })),
    countedSeconds: seconds(counted),
    leaveSeconds: seconds(leave.reduce((sum, one) => sum + one.seconds, 0)),
    leave,
    tiers: rule.toldTiers,
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
