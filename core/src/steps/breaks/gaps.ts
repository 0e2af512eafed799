import type { BreakRules, StatedBreaks } from '../../model/breaks.ts';
import { segmentOf } from '../../model/cut.ts';
import type { SegmentShift } from '../../model/segment.ts';
import type { Shift, Spell } from '../../model/shift.ts';
import { itemAt } from '../../time/item-at.ts';
import { type Instant, instant } from '../../time/units.ts';
import { addUnpaid, type Taking } from './taking.ts';

/** What lies between two spells of a shift; null where they touch, as at a job change. */
export function gapKind(before: Spell, after: Spell): 'meal' | 'break' | 'away' | null {
  if (before.out.at === after.in.at) return null;
  if (before.out.kind === 'meal-out' || after.in.kind === 'meal-in') return 'meal';
  if (before.out.kind === 'break-out' || after.in.kind === 'break-in') return 'break';
  return 'away';
}

/** How a gap between two rounded spells is treated: what it is called, and how much of its beginning is paid. */
interface Gap {
  readonly kind: 'meal' | 'break' | 'away';
  readonly paidSeconds: number;
  /** What is paid of it draws on the shift's allowance. */
  readonly fromAllowance: boolean;
  /** Somebody had a meal in it: it is one of those that may be due. */
  readonly isMeal: boolean;
}

/** A gap of zero or less is none. */
function gapOf(
  shift: Shift,
  i: number,
  length: number,
  allowanceLeft: number,
  rules: BreakRules,
  canceled: readonly Instant[],
): Gap | null {
  if (length <= 0) return null;
  const before = itemAt(shift.spells, i - 1);
  const after = itemAt(shift.spells, i);
  const kind = gapKind(before, after);
  if (kind === null) return null;
  const isShort = length <= rules.paidUpToSeconds;
  if (kind === 'break' || (kind === 'away' && isShort)) {
    const fromAllowance = rules.allowanceSeconds !== null;
    const paidSeconds = fromAllowance ? Math.min(length, allowanceLeft) : isShort ? length : 0;
    return { kind: 'break', paidSeconds, fromAllowance, isMeal: false };
  }
  // Long enough not to be paid, unless a correction pays it: then somebody worked through it.
  const isLong = kind === 'away' || length >= rules.mealUnpaidFromSeconds;
  const isCanceled = isLong && canceled.length > 0 && isOneBetween(canceled, before.out.at, after.in.at);
  const paidSeconds = isCanceled || !isLong ? length : 0;
  return { kind, paidSeconds, fromAllowance: false, isMeal: !isCanceled };
}

const isOneBetween = (instants: readonly Instant[], from: Instant, to: Instant): boolean =>
  instants.some((at) => at >= from && at < to);

/** The gap before a spell, from the end of the one before it: what of it is paid is work, what is not is a break or a meal. */
export function takeGap(
  taking: Taking,
  shift: Shift,
  i: number,
  last: Instant,
  start: Instant,
  from: SegmentShift,
  rules: BreakRules,
  { canceledMeals }: StatedBreaks,
): void {
  const { begins, ends } =
    shift.notWorked === undefined
      ? { begins: last, ends: start }
      : withoutNotWorked(taking, shift, i, last, start);
  const gap = gapOf(shift, i, ends - begins, taking.allowanceLeft, rules, canceledMeals);
  if (gap === null) return;
  const { kind, paidSeconds } = gap;
  if (gap.isMeal)
    taking.meals?.push({ at: begins, seconds: ends - begins, workBefore: taking.workedSeconds });
  const paidUntil = instant(begins + paidSeconds);
  if (paidSeconds > 0) {
    taking.paid = [...taking.paid, { start: begins, end: paidUntil }];
    taking.worked.push(segmentOf(begins, paidUntil, from, itemAt(shift.spells, i - 1).in));
    taking.workedSeconds += paidSeconds;
    if (gap.fromAllowance) taking.allowanceLeft -= paidSeconds;
  }
  if (paidUntil >= ends) return;
  addUnpaid(taking, { start: paidUntil, end: ends, kind });
  if (gap.isMeal) taking.unpaidMealSeconds += ends - paidUntil;
  if (kind === 'break') taking.breakOverSeconds += ends - paidUntil;
}

/** What is left of the gap before a spell beside what somebody said was not worked in it, which is noted: never a paid break, nor a meal. */
function withoutNotWorked(
  taking: Taking,
  { spells, notWorked = [] }: Shift,
  i: number,
  last: Instant,
  start: Instant,
) {
  const before = itemAt(spells, i - 1).out.at;
  const after = itemAt(spells, i).in.at;
  const own = notWorked.filter(({ from, to }) => from >= before && to <= after);
  let seconds = 0;
  for (const { from, to } of own) seconds += to - from;
  if (seconds === 0 || start <= last) return { begins: last, ends: start };
  // Where nothing else was clocked, what rounding adds to the gap is no break either.
  const rest = after - before > seconds ? Math.max(0, start - last - seconds) : 0;
  // It lies beside the one spell or the other.
  const isFirst = own[0]?.from === before;
  const [begins, ends] = isFirst ? [instant(start - rest), start] : [last, instant(last + rest)];
  addUnpaid(taking, {
    start: isFirst ? last : ends,
    end: isFirst ? begins : start,
    kind: 'not-worked',
  });
  return { begins, ends };
}
