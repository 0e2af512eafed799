import type { PayPeriodsPlan, PayPeriodsReply } from '@heath/contract';
import { type Workday, workday } from '@heath/core';

/** A period as the calendar and the list show it: one that is there, or one that is only planned. */
export interface DrawnPeriod {
  readonly key: string;
  readonly groups: readonly string[];
  readonly firstDay: Workday;
  readonly lastDay: Workday;
  /** Null where it ends with the plan. */
  readonly payDay: Workday | null;
  readonly state: PayPeriodsReply['periods'][number]['state'] | 'new' | 'shorter' | 'no longer';
}

/** What there is, with what a plan would make of it. */
export function drawnPeriods({ periods }: PayPeriodsReply, plan: PayPeriodsPlan | undefined): DrawnPeriod[] {
  const parts = plan?.parts ?? [];
  const drawn = periods.flatMap((one): DrawnPeriod[] => {
    const { id, firstDay, lastDay, payDay, state, groups } = one;
    const there = { key: String(id), firstDay, lastDay, payDay, groups };
    const part = parts.find(({ cut, removed }) => [...cut, ...removed].some((other) => other.id === id));
    if (part === undefined) return [{ ...there, state }];
    const cut = part.cut.find((other) => other.id === id);
    if (cut !== undefined) return [{ ...there, lastDay: cut.lastDay, payDay: null, state: 'shorter' }];
    const staying = groups.filter((name) => !part.groups.includes(name));
    return [
      ...(staying.length > 0 ? [{ ...there, groups: staying, state }] : []),
      {
        ...there,
        key: `${id}-no-longer`,
        groups: groups.filter((name) => part.groups.includes(name)),
        payDay: null,
        state: 'no longer' as const,
      },
    ];
  });
  for (const { added, groups, name } of parts)
    for (const one of added) drawn.push({ key: `${name} ${one.firstDay}`, ...one, groups, state: 'new' });
  return drawn.sort((a, b) => a.firstDay - b.firstDay || a.lastDay - b.lastDay);
}

/** Where a day lies between two, in percent. */
export const placeOf = (day: number, first: number, last: number): number =>
  ((day - first) / (last + 1 - first)) * 100;

/** The first days of the months between two days. */
export function monthsBetween(first: Workday, last: Workday): Workday[] {
  const months: Workday[] = [];
  for (let day: number = first; day <= last; day++)
    if (new Date(day * 86_400_000).getUTCDate() === 1) months.push(workday(day));
  return months;
}
