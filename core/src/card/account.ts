import type { StartedShift } from '../rulebook/started-shift.ts';
import { gapKind } from '../steps/breaks/gaps.ts';
import type { Breaks } from '../steps/breaks/types.ts';
import type { RoundedShift } from '../steps/round/round.ts';
import { itemAt, lastOf } from '../time/item-at.ts';
import { type Instant, seconds } from '../time/units.ts';
import type { ShiftReason } from './reasons.ts';
import type { OpenShift } from './shift.ts';

const NO_REASONS: readonly ShiftReason[] = [];

/** One shift with its sums: clocked = payable + unpaid + held + rounding, to the second. */
export function account({ planned, rounded }: RoundedShift<StartedShift>, breaks: Breaks): OpenShift {
  const { start, match, held } = planned;
  const { shift } = start;
  const { spells } = shift;
  let unpaid = 0;
  let clocked = 0;
  let kept = 0;
  let heldOff = 0;
  for (const gap of breaks.unpaid) if (gap.kind !== 'away') unpaid += gap.end - gap.start;
  for (let i = 0; i < spells.length; i++) {
    clocked += itemAt(spells, i).out.at - itemAt(spells, i).in.at;
    kept += itemAt(rounded, i).end - itemAt(rounded, i).start;
    if (i === 0) continue;
    const gap = itemAt(rounded, i).start - itemAt(rounded, i - 1).end;
    // Going away is not clocked, unless it is short enough to be a paid rest.
    if (gap > 0 && isAway(breaks, itemAt(rounded, i - 1).end)) continue;
    clocked += itemAt(spells, i).in.at - itemAt(spells, i - 1).out.at;
    if (gap > 0 && gapKind(itemAt(spells, i - 1), itemAt(spells, i)) !== null) kept += gap;
  }
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
    payableSeconds: breaks.workedSeconds,
    unpaidSeconds: seconds(unpaid),
    heldSeconds: heldOff,
    roundingSeconds: clocked - heldOff - kept,
    reasons: NO_REASONS,
  };
}

function isAway({ unpaid }: Breaks, start: Instant): boolean {
  for (const gap of unpaid) if (gap.kind === 'away' && gap.start === start) return true;
  return false;
}
