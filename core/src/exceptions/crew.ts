import type { EffectivePunch } from '../record/punch.ts';
import { type PairingRules, pair } from '../steps/pair/pair.ts';
import { itemAt, lastOf } from '../time/item-at.ts';
import type { CrewShift } from './types.ts';

/** When others came and left, as evidence for a missing punch: their shifts, as far as their punches pair. */
export function crewShifts(
  punchesByPerson: Iterable<readonly EffectivePunch[]>,
  rules: PairingRules,
): CrewShift[] {
  const crew: CrewShift[] = [];
  for (const punches of punchesByPerson) {
    const inOrder = [...punches].sort((a, b) => a.at - b.at);
    for (const { spells } of pair(inOrder, () => rules, null)) {
      if (spells.length > 0) crew.push({ startsAt: itemAt(spells, 0).in.at, endsAt: lastOf(spells).out.at });
    }
  }
  return crew;
}
