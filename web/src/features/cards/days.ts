import type { CardReply } from '@heath/contract';
import { isMissingPunch, type Workday, workdayFromIso } from '@heath/core';
import { originOf, type Scale, scaleFor } from '../../ui/ribbon/scale.ts';

/** The day of a card that is open: the one in the address, or the first with something to settle, or the last worked. */
export function openDay(card: CardReply, days: readonly Workday[], iso: string | null): Workday {
  const firstOpen = card.exceptions.find(isMissingPunch)?.workday;
  return pickedDay(iso, days) ?? firstOpen ?? lastWorkedDay(card) ?? card.firstDay;
}

function pickedDay(iso: string | null, days: readonly Workday[]): Workday | undefined {
  if (iso === null || !/^\d{4}-\d{2}-\d{2}$/.test(iso)) return undefined;
  try {
    const day = workdayFromIso(iso);
    return days.includes(day) ? day : undefined;
  } catch {
    return undefined;
  }
}

const lastWorkedDay = (card: CardReply): Workday | undefined => card.lines[card.lines.length - 1]?.workday;

/** An axis that fits everything on the card, so that all its days share it. */
export function axisOf(card: CardReply): Scale {
  const stretches: { from: number; to: number }[] = [];
  const add = (day: Workday, from: number, to: number) => {
    const midnight = originOf(day, { from: 0, to: 0 }, card.offsets);
    stretches.push({ from: from - midnight, to: to - midnight });
  };
  for (const plan of card.plans) add(plan.workday, plan.startsAt, plan.endsAt);
  for (const shift of card.shifts) {
    const [first, last] = [shift.spells[0], shift.spells[shift.spells.length - 1]];
    if (first !== undefined && last !== undefined) add(shift.workday, first.in.at, last.out.at);
  }
  for (const { workday, at } of card.exceptions) add(workday, at, at);
  return scaleFor(stretches);
}
