import type { CardReply } from '@heath/contract';
import { classLabel, isPremium, isWorked, type Workday } from '@heath/core';
import { originOf, type Scale, scaleFor } from './scale.ts';

type Drawn = Pick<CardReply, 'lines' | 'plans' | 'shifts' | 'segments' | 'exceptions'>;

/** What of a card is a day's: its lines, and what a ribbon draws of it. */
export function dayOfCard(card: Drawn, day: Workday) {
  const isOfDay = ({ workday }: { readonly workday: Workday }) => workday === day;
  const lines = card.lines.filter(isOfDay);
  return {
    lines,
    plans: card.plans.filter(isOfDay),
    shifts: card.shifts.filter(isOfDay),
    segments: card.segments.filter(isOfDay),
    exceptions: card.exceptions.filter(isOfDay),
    notWorked: lines
      .filter(({ classId }) => !isWorked(classId) && !isPremium(classId))
      .map(({ classId, seconds }) => ({ name: classLabel(classId), seconds })),
  };
}

export type DayOfCard = ReturnType<typeof dayOfCard>;

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
