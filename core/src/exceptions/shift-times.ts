import type { ShiftTimes } from '../model/exception.ts';
import type { EffectivePunch } from '../model/punch.ts';
import { type PairingRules, pair } from '../steps/pair/pair.ts';
import { itemAt, lastOf } from '../time/item-at.ts';

/** When people came and left, as evidence for a missing punch: their shifts, as far as their punches pair. */
export function shiftTimes(
  punchesByPerson: Iterable<readonly EffectivePunch[]>,
  rules: PairingRules,
): ShiftTimes[] {
  const shifts: ShiftTimes[] = [];
  for (const punches of punchesByPerson) {
    const inOrder = [...punches].sort((a, b) => a.at - b.at);
    for (const { spells } of pair(inOrder, () => rules, null)) {
      if (spells.length > 0)
        shifts.push({ startsAt: itemAt(spells, 0).in.at, endsAt: lastOf(spells).out.at });
    }
  }
  return shifts;
}
