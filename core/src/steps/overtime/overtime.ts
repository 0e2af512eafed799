import { cutAtEdges, cutOff, lengthOf } from '../../card/cut.ts';
import type { OvertimeReason } from '../../card/reasons.ts';
import type { Pay, Segment, WorkSegment } from '../../card/segment.ts';
import { classOf } from '../../pay/classes.ts';
import { isOfKind } from '../../time/calendar.ts';
import { itemAt } from '../../time/item-at.ts';
import { instant, seconds, type Workday, weekdayOf } from '../../time/units.ts';
import { roundAmount } from '../round/amount.ts';
import type { OvertimeContext, OvertimeRule } from './types.ts';

/** The bucket of a segment that a rule does not look at; no workday has this number, and no shift starts at this instant. */
const OUTSIDE = -(2 ** 31);

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
  /** Whether the rule is in force for a bucket that starts on this day; null where it always is. */
  readonly owns: ((firstDay: number) => boolean) | null;
}

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
 */
export function applyRule(
  segments: WorkSegment[],
  rule: OvertimeRule,
  context: OvertimeContext,
  adds: boolean,
  owns: ((firstDay: number) => boolean) | null,
  reasons: OvertimeReason[] | null,
): void {
  const { nextEdge, mayApply } = rule.basis;
  if (mayApply !== undefined && !mayApply(context)) return;
  if (nextEdge !== undefined) cutAtEdges(segments, (at, segment) => nextEdge(at, segment, context));
  const countsAll = adds || coversFromFirst(rule);
  const applying: Applying = { segments, rule, context, adds, countsAll, owns };
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
  const { segments, rule, context } = applying;
  const { basis, on } = rule;
  const { covers, bucketOfDay } = basis;
  if (bucketOfDay === undefined) bucketByShift(applying);
  else bucketByDay(applying, bucketOfDay);
  if (on !== null)
    leaveOut(segments, ({ workday: day }) => !isOfKind(day, weekdayOf(day), on, context.calendar));
  if (covers !== undefined) leaveOut(segments, (segment) => !covers(segment, context));
}

/** Stretches of days: the bucket is their first. */
function bucketByDay({ segments, context, owns }: Applying, bucketOfDay: BucketOfDay): void {
  let day: number = OUTSIDE;
  let bucket: number = OUTSIDE;
  for (let i = 0; i < segments.length; i++) {
    const segment = itemAt(segments, i);
    if (segment.workday !== day) {
      day = segment.workday;
      const first = bucketOfDay(segment.workday, context) ?? OUTSIDE;
      bucket = owns === null || owns(first) ? first : OUTSIDE;
    }
    segment.bucket = bucket;
  }
}
type BucketOfDay = NonNullable<OvertimeRule['basis']['bucketOfDay']>;

/** Shifts: the bucket is the instant at which they start. Each follows the edition in force on its first workday, wherever it goes on. */
function bucketByShift({ segments, owns }: Applying): void {
  let shift: Segment['shift'] | null = null;
  let bucket: number = OUTSIDE;
  for (let i = 0; i < segments.length; i++) {
    const segment = itemAt(segments, i);
    if (segment.shift !== shift) {
      shift = segment.shift;
      bucket = owns === null || owns(segment.workday) ? shift.start.punch.at : OUTSIDE;
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

/** Only the first so many seconds that count of each workday keep their bucket; a segment that goes beyond is cut. */
function keepFirstOfDays(applying: Applying, most: number): void {
  const { segments } = applying;
  const counted = new Map<Workday, number>();
  for (let i = 0; i < segments.length; i++) {
    const segment = itemAt(segments, i);
    if (segment.bucket === OUTSIDE || !doesCount(applying, segment)) continue;
    const before = counted.get(segment.workday) ?? 0;
    const left = most - before;
    if (left <= 0) segment.bucket = OUTSIDE;
    else if (lengthOf(segment) > left)
      segments.splice(i + 1, 0, cutOff(segment, instant(segment.start + left)));
    if (left > 0) counted.set(segment.workday, before + lengthOf(segment));
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
  let counted = 0;
  let end = first;
  for (let i = first; i < segments.length; i++) {
    const segment = itemAt(segments, i);
    if (segment.bucket === bucket) {
      if (doesCount(applying, segment)) counted += segment.end - segment.start;
      end = i + 1;
    } else if (segment.bucket !== OUTSIDE && context.daysInOrder) break;
  }
  const leave = rule.countedLeave.size === 0 ? 0 : leaveIn(bucket, rule, context);
  const over = Math.min(counted, Math.max(0, leave + counted - itemAt(rule.tiers, 0).fromSeconds));
  const paid = paidOf(rule, over, counted);
  reasons?.push(reasonOf(applying, first, end, { counted, leave, over, paid }));
  const before = segments.length;
  if (paid > 0) payTiers(applying, first, end, counted - paid);
  end += segments.length - before;
  if (context.daysInOrder) return end;
  // Segments of other buckets may lie among them: these are done, those are still to come.
  for (let i = first; i < end; i++)
    if (itemAt(segments, i).bucket === bucket) itemAt(segments, i).bucket = OUTSIDE;
  return first + 1;
}

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

/** What pays by the tiers of so much overtime: after the least amount and the rounding. The cap comes with the tiers. */
function paidOf({ leastSeconds, leastPays, rounding }: OvertimeRule, over: number, counted: number): number {
  if (over < leastSeconds) return 0;
  const paid = leastPays === 'beyond' ? over - leastSeconds : over;
  return rounding === null || paid === 0 ? paid : Math.min(roundAmount(paid, rounding), counted);
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

/** Pays one bucket, cut where its count passes an edge of a tier: its seconds from `start` on go through the tiers. */
function payTiers(applying: Applying, first: number, end: number, start: number): void {
  const { segments, rule, adds } = applying;
  const { bucket } = itemAt(segments, first);
  let position = 0;
  let last = end;
  for (let i = first; i < last; i++) {
    const segment = itemAt(segments, i);
    if (segment.bucket !== bucket || !doesCount(applying, segment)) continue;
    const left = position < start ? start - position : untilEdge(rule, start, position);
    if (lengthOf(segment) > left) {
      segments.splice(i + 1, 0, cutOff(segment, instant(segment.start + left)));
      last++;
    }
    const pay = position < start ? null : payAt(rule, start, position);
    position += lengthOf(segment);
    if (pay === null) continue;
    if (adds) segment.pay = added(segment.pay, pay);
    else if (pay.multiplier > segment.pay.multiplier) segment.pay = pay;
  }
}

/** How far a position lies in the tiers: overtime starts at `start`, where the tiers are at the first one's start. */
const intoTiers = ({ tiers }: OvertimeRule, start: number, position: number): number =>
  position - start + itemAt(tiers, 0).fromSeconds;

const isBeyondCap = ({ capSeconds }: OvertimeRule, start: number, position: number): boolean =>
  capSeconds !== null && position >= start + capSeconds;

/** As what the hour at a position of a bucket is paid; null where no tier pays it. */
function payAt(rule: OvertimeRule, start: number, position: number): Pay | null {
  if (isBeyondCap(rule, start, position)) return null;
  const into = intoTiers(rule, start, position);
  let pay: Pay | null = null;
  for (const tier of rule.tiers)
    if (into >= tier.fromSeconds && (tier.toSeconds === null || into < tier.toSeconds)) pay = tier.pay;
  return pay;
}

/** Longer than any bucket. A small whole number, unlike infinity: with that, the engine kept every instant that is cut here in a box of its own. */
const NEVER = 2 ** 31 - 1;

/** How long it is from a position until that may change. */
function untilEdge(rule: OvertimeRule, start: number, position: number): number {
  const { tiers, capSeconds } = rule;
  if (isBeyondCap(rule, start, position)) return NEVER;
  const into = intoTiers(rule, start, position);
  let least = capSeconds === null ? NEVER : start + capSeconds - position;
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
  const { segments, rule, adds } = applying;
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
      workday: segment.workday,
      counts: doesCount(applying, segment),
    })),
    countedSeconds: seconds(counted),
    leaveSeconds: seconds(leave),
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
