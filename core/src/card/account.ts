import type { Breaks } from '../model/breaks.ts';
import type { OpenShift } from '../model/computed-shift.ts';
import type { RoundedSpell, TotalChange } from '../model/rounding.ts';
import type { Spell } from '../model/shift.ts';
import type { ShiftReason } from '../model/shift-reason.ts';
import type { StartedShift } from '../rulebook/started-shift.ts';
import { gapKind } from '../steps/breaks/gaps.ts';
import type { RoundedShift } from '../steps/round/round.ts';
import { itemAt, lastOf } from '../time/item-at.ts';
import { seconds } from '../time/units.ts';

const NO_REASONS: readonly ShiftReason[] = [];

/** One shift with its sums: clocked = payable + unpaid + held + rounding, to the second. */
export function account(
  { planned, rounded }: RoundedShift<StartedShift>,
  breaks: Breaks,
  totals: readonly TotalChange[],
): OpenShift {
  const { start, match, held } = planned;
  const { shift } = start;
  const { spells } = shift;
  let unpaid = 0;
  let clocked = 0;
  let kept = 0;
  let heldOff = 0;
  let changed = 0;
  for (const gap of breaks.unpaid) if (gap.kind !== 'away') unpaid += gap.end - gap.start;
  const beside = notWorkedBeside(rounded, breaks);
  clocked += beside;
  kept += beside;
  for (let i = 0; i < spells.length; i++) {
    clocked += itemAt(spells, i).out.at - itemAt(spells, i).in.at;
    kept += itemAt(rounded, i).end - itemAt(rounded, i).start;
    if (i === 0 || isAwayBefore(i, rounded, breaks)) continue;
    clocked += itemAt(spells, i).in.at - itemAt(spells, i - 1).out.at;
    kept += gapKept(i, spells, rounded);
  }
  for (const change of totals) changed += change.seconds;
  if (held.start !== null) heldOff += held.start - itemAt(spells, 0).in.at;
  if (held.end !== null) heldOff += lastOf(spells).out.at - held.end;
  return {
    workday: start.workday,
    zone: start.punch.zone,
    rules: start.rulebook,
    match,
    held,
    spells,
    missingOut: shift.missingOut,
    missingIn: shift.missingIn,
    onTheClock: shift.onTheClock,
    repeats: shift.repeats,
    rounded,
    breaks,
    clockedSeconds: seconds(clocked),
    totals,
    payableSeconds: seconds(breaks.workedSeconds + changed),
    unpaidSeconds: seconds(unpaid),
    heldSeconds: heldOff,
    roundingSeconds: clocked - heldOff - kept - changed,
    reasons: NO_REASONS,
  };
}

/** Seconds that were clocked and said not to be worked, but for those in a gap that is clocked as a whole. */
function notWorkedBeside(rounded: readonly RoundedSpell[], breaks: Breaks): number {
  let sum = 0;
  for (const { start, end, kind } of breaks.unpaid) {
    if (kind !== 'not-worked') continue;
    const next = rounded.findIndex((spell) => spell.start >= end);
    const isWithin = next > 0 && start >= itemAt(rounded, next - 1).end;
    if (!isWithin || isAwayBefore(next, rounded, breaks)) sum += end - start;
  }
  return sum;
}

/** True where somebody was away before a spell: that is not clocked, unless it is short enough to be a paid rest. */
export function isAwayBefore(i: number, rounded: readonly RoundedSpell[], { unpaid }: Breaks): boolean {
  const { end } = itemAt(rounded, i - 1);
  const { start } = itemAt(rounded, i);
  if (start <= end) return false;
  for (const gap of unpaid) if (gap.kind === 'away' && gap.start >= end && gap.end <= start) return true;
  return false;
}

/** The seconds that rounding leaves of the break before a spell. */
export const gapKept = (i: number, spells: readonly Spell[], rounded: readonly RoundedSpell[]): number =>
  gapKind(itemAt(spells, i - 1), itemAt(spells, i)) === null
    ? 0
    : Math.max(0, itemAt(rounded, i).start - itemAt(rounded, i - 1).end);

/** Lays what rounding its workdays changed of a shift beside what it came to before, in place. */
export function changeTotals(shift: OpenShift, changes: readonly TotalChange[]): void {
  let changed = 0;
  for (const change of changes) changed += change.seconds;
  shift.totals = [...shift.totals, ...changes];
  shift.payableSeconds = seconds(shift.payableSeconds + changed);
  shift.roundingSeconds -= changed;
}
