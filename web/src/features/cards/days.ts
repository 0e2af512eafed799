import type { CardReply } from '@heath/contract';
import { isMissingPunch, type Workday } from '@heath/core';
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

const lastWorkedDay = (card: CardReply): Workday | undefined => card.lines[card.lines.length - 1]?.workday;
