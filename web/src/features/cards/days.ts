import type { CardReply } from '@heath/contract';
import { isMissingPunch, type Workday, workdayFromIso } from '@heath/core';

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
