import type { ComputedShift } from '../compute.ts';
import type { CompiledRulebook } from '../rulebook/compile.ts';
import { seconds } from '../units.ts';
import type { Segment } from '../workday/types.ts';
import type { ShiftReason } from './types.ts';

/** The reasons of one shift's payable time, step by step; empty where nothing of it could be paired. */
export function explainShift(
  shift: ComputedShift,
  index: number,
  segments: readonly Segment[],
  rulebook: CompiledRulebook,
): ShiftReason[] {
  if (shift.spells.length === 0) return [];
  const mine = segments.filter((segment) => segment.shift === index);
  const unpaidSeconds = shift.breaks.unpaid.reduce((sum, gap) => sum + gap.end - gap.start, 0);
  const reasons: ShiftReason[] = [
    { step: 'clocked', spells: shift.spells, seconds: shift.clockedSeconds },
    { step: 'round', spells: shift.rounded, changedBySeconds: -shift.roundingSeconds },
    {
      step: 'breaks',
      unpaid: shift.breaks.unpaid,
      paid: shift.breaks.paid,
      unpaidSeconds: seconds(unpaidSeconds),
    },
    {
      step: 'workday',
      rule: rulebook.workday.shiftBelongsTo,
      startsAt: shift.rounded[0]!.start,
      endsAt: shift.rounded[shift.rounded.length - 1]!.end,
      workdays: [...new Set(mine.map((segment) => segment.workday))],
    },
  ];
  rulebook.premiums.forEach((premium, bit) => {
    const inside = mine
      .filter((segment) => (segment.premiums & (1 << bit)) !== 0)
      .reduce((sum, segment) => sum + segment.end - segment.start, 0);
    if (inside > 0) reasons.push({ step: 'premium', name: premium.name, seconds: seconds(inside) });
  });
  return reasons;
}
