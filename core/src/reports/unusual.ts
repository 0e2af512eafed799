import { isFar, usualOf } from '../pay/readiness/usual.ts';
import { decimalHours } from '../time/hours.ts';
import { type ReportColumn, type ReportRow, type ReportTable, sumsOf } from './table.ts';

/** What somebody is paid now, and was paid in the last periods, the latest first; in 1/90,000 h. */
export interface PaidOverTime {
  readonly personId: number;
  readonly number: string;
  readonly name: string;
  readonly now: number;
  readonly past: readonly number[];
}

const COLUMNS: readonly ReportColumn[] = [
  { id: 'number', name: 'Number', kind: 'text', room: 20 },
  { id: 'name', name: 'Name', kind: 'text', grows: true },
  { id: 'usual', name: 'Usual', kind: 'hours' },
  { id: 'spread', name: 'Spread', kind: 'hours' },
  { id: 'now', name: 'Now', kind: 'hours' },
  { id: 'distance', name: 'More or less', kind: 'hours' },
  { id: 'past', name: 'The last periods, and now', kind: 'text', room: 70, grows: true, look: 'strip' },
  { id: 'far', name: 'Far', kind: 'text', room: 14 },
];

/**
 * How far everybody is from what their last periods paid: the median of them, and their spread. Whoever is far comes first, the furthest of
 * them before the others. Who has fewer than three periods behind them is left out.
 */
export function unusualTable(people: readonly PaidOverTime[]): ReportTable {
  const rows = people.flatMap(({ personId, number, name, now, past }) => {
    const usual = usualOf(past);
    if (usual === null) return [];
    const distance = now - usual.median;
    const far = isFar(now, usual);
    const written = past.map((hours) => decimalHours(hours)).join(' ');
    const row: ReportRow = {
      personId,
      cells: [number, name, usual.median, Math.round(usual.spread), now, distance, written, far ? 'far' : ''],
    };
    return [{ row, far, distance: Math.abs(distance) }];
  });
  rows.sort((a, b) => Number(b.far) - Number(a.far) || b.distance - a.distance);
  const table = rows.map(({ row }) => row);
  // The middle of several people is no sum.
  return {
    columns: COLUMNS,
    rows: table,
    sums: sumsOf(COLUMNS, table, { usual: '', spread: '', distance: '' }),
  };
}
