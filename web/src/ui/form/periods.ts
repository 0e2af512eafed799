import { type Workday, workdayToIso } from '@heath/core';
import { dateRange } from '../text/format.ts';
import { readDay } from './dates.ts';

/** A stretch of days that can be picked. */
export interface PeriodItem {
  readonly id: number;
  readonly firstDay: Workday;
  readonly lastDay: Workday;
  /** What else there is to say of it, in a word. */
  readonly note: string;
}

export interface PeriodPickerProps {
  readonly items: readonly PeriodItem[];
  readonly value: PeriodItem;
  readonly onChoose: (id: number) => void;
}

/** Those that hold the day that was typed, or whose dates have every word of it; all while nothing is typed. */
export function periodsFound(
  items: readonly PeriodItem[],
  text: string,
  near: Workday,
): readonly PeriodItem[] {
  const typed = text.trim().toLowerCase();
  if (typed === '') return items;
  const read = readDay(typed, near);
  const holding = read.ok ? items.filter((one) => one.firstDay <= read.day && read.day <= one.lastDay) : [];
  if (holding.length > 0) return holding;
  const words = typed.split(/\s+/);
  return items.filter((one) => {
    const says = `${dateRange(one.firstDay, one.lastDay)} ${one.note}`.toLowerCase();
    return words.every((word) => says.includes(word));
  });
}

/** Periods under the years that they end in, as they come. */
export function byYear(
  items: readonly PeriodItem[],
): { readonly year: string; readonly items: PeriodItem[] }[] {
  const years: { readonly year: string; readonly items: PeriodItem[] }[] = [];
  for (const item of items) {
    const year = workdayToIso(item.lastDay).slice(0, 4);
    const last = years[years.length - 1];
    if (last?.year === year) last.items.push(item);
    else years.push({ year, items: [item] });
  }
  return years;
}
