import type { StripDay, StripReply } from '@heath/contract';
import { type Workday, workday } from '@heath/core';
import { checkPackedDays, readDayNumber } from '../../packed/days.ts';
import type { StripRow } from './store.ts';

/** The sums over cards by day, and over all. */
export function strip(
  rows: readonly StripRow[],
  { firstDay, lastDay }: { firstDay: Workday; lastDay: Workday },
): Omit<StripReply, 'next'> {
  const days: { -readonly [K in keyof StripDay]: StripDay[K] }[] = [];
  for (let day = firstDay; day <= lastDay; day = workday(day + 1)) {
    days.push({ day, plannedSeconds: 0, clockedSeconds: 0, toSettle: 0 });
  }
  let clockedSeconds = 0;
  let payableHours = 0;
  let toSettle = 0;
  let computing = 0;
  let approved = 0;
  for (const row of rows) {
    const isStale = row.inputVersion !== row.computedVersion;
    if (row.days === null || (isStale && row.batchId === null)) {
      computing++;
      continue;
    }
    clockedSeconds += row.clockedSeconds;
    payableHours += row.payableHours;
    toSettle += row.toSettle;
    if (row.approvals >= row.approvalsNeeded) approved++;
    const { days: packed } = row;
    checkPackedDays(packed, firstDay, lastDay);
    days.forEach((sum, i) => {
      const day = workday(firstDay + i);
      sum.plannedSeconds += readDayNumber(packed, firstDay, day, 'planned');
      sum.clockedSeconds += readDayNumber(packed, firstDay, day, 'clocked');
      sum.toSettle += readDayNumber(packed, firstDay, day, 'toSettle');
    });
  }
  return { days, clockedSeconds, payableHours, toSettle, people: rows.length, approved, computing };
}
