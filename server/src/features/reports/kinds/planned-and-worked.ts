import { type ReportColumn, type ReportRow, sumsOf } from '@heath/core';
import { readDayNumber } from '../../../packed/days.ts';
import { defineReport, isAskedFor } from '../define.ts';
import { cardsOfBridge } from '../store.ts';

const COLUMNS: readonly ReportColumn[] = [
  { id: 'number', name: 'Number', kind: 'text', room: 20 },
  { id: 'name', name: 'Name', kind: 'text', grows: true },
  { id: 'department', name: 'Department', kind: 'text' },
  { id: 'planned', name: 'Planned', kind: 'seconds' },
  { id: 'clocked', name: 'Clocked', kind: 'seconds' },
  { id: 'difference', name: 'More or less', kind: 'seconds' },
  { id: 'missed', name: 'Days missed', kind: 'count' },
  { id: 'unplanned', name: 'Unplanned days', kind: 'count' },
  { id: 'payable', name: 'Payable', kind: 'hours' },
];

export const plannedAndWorked = defineReport({
  name: 'planned-and-worked',
  label: 'Planned and worked',
  shelf: 'People',
  narrowedBy: ['department', 'site'],
  title: 'Planned and worked',
  make: async (asked) => {
    const { database, period, places } = asked;
    const rows: ReportRow[] = [];
    for await (const cards of cardsOfBridge(database, period.id)) {
      for (const card of cards) {
        if (!isAskedFor(asked, card)) continue;
        const department = places.departments.get(card.departmentId);
        let [planned, clocked, missed, unplanned] = [0, 0, 0, 0];
        for (let day = period.firstDay; card.days !== null && day <= period.lastDay; day++) {
          const [p, c] = [
            readDayNumber(card.days, period.firstDay, day, 'planned'),
            readDayNumber(card.days, period.firstDay, day, 'clocked'),
          ];
          planned += p;
          clocked += c;
          if (p > 0 && c === 0) missed++;
          if (p === 0 && c > 0) unplanned++;
        }
        rows.push({
          personId: card.personId,
          cells: [
            card.number,
            card.name,
            department?.name ?? '',
            planned,
            clocked,
            clocked - planned,
            missed,
            unplanned,
            card.payableHours,
          ],
        });
      }
    }
    const difference = COLUMNS.findIndex(({ id }) => id === 'difference');
    const size = ({ cells }: ReportRow) => Math.abs(Number(cells[difference] ?? 0));
    rows.sort((a, b) => size(b) - size(a));
    return { columns: COLUMNS, rows, sums: sumsOf(COLUMNS, rows) };
  },
});
