import type { CardRow, StripDay, StripReply } from '@heath/contract';
import { type PersonId, type Workday, workday, workdayToIso } from '@heath/core';
import { DAY, DAY_FIELDS } from '../../computing/results.ts';
import type { ListRow, StripRow } from './store.ts';

/** A list row; a sealed card shows what was handed off, an open one nothing while it is being computed. */
export function cardRow({ stale, ...row }: ListRow, sealed: boolean): CardRow {
  const personId = row.personId as PersonId;
  return stale && !sealed
    ? { ...row, personId, payableHundredths: null, toSettle: 0, marks: '' }
    : { ...row, personId };
}

/** The sums over cards by day, and over all. */
export function strip(
  rows: readonly StripRow[],
  period: { firstDay: Workday; lastDay: Workday },
  sealed: boolean,
): StripReply {
  const days: { -readonly [K in keyof StripDay]: StripDay[K] }[] = [];
  for (let day = period.firstDay; day <= period.lastDay; day = workday(day + 1)) {
    days.push({ day: workdayToIso(day), plannedSeconds: 0, clockedSeconds: 0, toSettle: 0 });
  }
  let clockedSeconds = 0;
  let payableHundredths = 0;
  let toSettle = 0;
  let computing = 0;
  for (const row of rows) {
    if (row.days === null || (row.stale && !sealed)) {
      computing++;
      continue;
    }
    clockedSeconds += row.clockedSeconds;
    payableHundredths += row.payableHundredths;
    toSettle += row.toSettle;
    for (let i = 0; i < days.length; i++) {
      const at = i * DAY_FIELDS;
      days[i]!.plannedSeconds += row.days.readInt32LE((at + DAY.planned) * 4);
      days[i]!.clockedSeconds += row.days.readInt32LE((at + DAY.clocked) * 4);
      days[i]!.toSettle += row.days.readInt32LE((at + DAY.exceptions) * 4);
    }
  }
  return { days, clockedSeconds, payableHundredths, toSettle, people: rows.length, computing };
}
