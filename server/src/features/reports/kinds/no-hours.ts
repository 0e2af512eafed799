import { type ReportColumn, type ReportRow, sumsOf } from '@heath/core';
import { readDayNumber } from '../../../packed/days.ts';
import { defineReport, isAskedFor } from '../define.ts';
import { cardsOfBridge } from '../store.ts';

const COLUMNS: readonly ReportColumn[] = [
  { id: 'number', name: 'Number', kind: 'text', room: 20 },
  { id: 'name', name: 'Name', kind: 'text', grows: true },
  { id: 'department', name: 'Department', kind: 'text' },
  { id: 'site', name: 'Site', kind: 'text' },
  { id: 'planned', name: 'Planned', kind: 'seconds' },
  { id: 'clocked', name: 'Clocked', kind: 'seconds' },
  { id: 'toSettle', name: 'To settle', kind: 'count' },
];

export const noHours = defineReport({
  name: 'no-hours',
  label: 'Who has no hours',
  shelf: 'People',
  ofSpan: true,
  narrowedBy: ['department', 'site', 'group'],
  title: 'Who has no hours',
  make: async (asked) => {
    const { database, span, places } = asked;
    const found = new Map<number, { head: string[]; payable: number; numbers: number[] }>();
    for (const period of asked.periods)
      for await (const cards of cardsOfBridge(database, period.id))
        for (const card of cards) {
          if (!isAskedFor(asked, card)) continue;
          const one = found.get(card.personId) ?? {
            head: [
              card.number,
              card.name,
              places.departments.get(card.departmentId)?.name ?? '',
              places.sites.get(card.siteId)?.name ?? '',
            ],
            payable: 0,
            numbers: [0, 0, 0],
          };
          found.set(card.personId, one);
          const [first, last] = [
            Math.max(period.firstDay, span.firstDay),
            Math.min(period.lastDay, span.lastDay),
          ];
          for (let day = first; card.days !== null && day <= last; day++) {
            const { days } = card;
            const of = (number: 'payable' | 'planned' | 'clocked' | 'toSettle') =>
              readDayNumber(days, period.firstDay, day as typeof period.firstDay, number);
            one.payable += of('payable');
            one.numbers = [of('planned'), of('clocked'), of('toSettle')].map(
              (number, i) => number + (one.numbers[i] ?? 0),
            );
          }
        }
    const rows: ReportRow[] = [...found]
      .filter(([, { payable }]) => payable === 0)
      .map(([personId, { head, numbers }]) => ({ personId, cells: [...head, ...numbers] }));
    const planned = COLUMNS.findIndex(({ id }) => id === 'planned');
    rows.sort((a, b) => Number(b.cells[planned]) - Number(a.cells[planned]));
    return {
      columns: COLUMNS,
      rows,
      sums: sumsOf(COLUMNS, rows),
      notes: ['Nothing is payable to them on any of these days. Who was planned the most comes first.'],
    };
  },
});
