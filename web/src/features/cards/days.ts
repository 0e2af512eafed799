import type { CardReply } from '@heath/contract';
import { isMissingPunch, type Workday } from '@heath/core';
import type { DrawnDay } from '../../computing/effect.ts';
import { dayOfIso } from '../../ui/screen/useAddress.ts';

/** The day of a card that is open: the one in the address, or the first with something to settle, or the last worked. */
export function openDay(card: CardReply, days: readonly Workday[], iso: string | null): Workday {
  const firstOpen = card.exceptions.find(isMissingPunch)?.workday;
  return pickedDay(iso, days) ?? firstOpen ?? lastWorkedDay(card) ?? card.firstDay;
}

function pickedDay(iso: string | null, days: readonly Workday[]): Workday | undefined {
  const day = dayOfIso(iso);
  return day !== null && days.includes(day) ? day : undefined;
}

/** The lines of a card, with those of the days that are drawn as a correction would make them. */
export const linesAsDrawn = (
  { lines }: Pick<CardReply, 'lines'>,
  drawn: readonly Pick<DrawnDay, 'workday' | 'lines'>[] = [],
): CardReply['lines'] =>
  drawn.length === 0
    ? lines
    : [
        ...lines.filter((line) => !drawn.some(({ workday }) => workday === line.workday)),
        ...drawn.flatMap((day) => day.lines),
      ];

const lastWorkedDay = (card: CardReply): Workday | undefined => card.lines[card.lines.length - 1]?.workday;
