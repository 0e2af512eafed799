import {
  exceptionLabel,
  exceptionSentence,
  hoursOf,
  type ReportColumn,
  type ReportRow,
  spokenHours,
  sumsOf,
} from '@heath/core';
import { defineReport } from '../define.ts';
import { cardsWithExceptions } from '../store.ts';

const COLUMNS: readonly ReportColumn[] = [
  { id: 'number', name: 'Number', kind: 'text', room: 20 },
  { id: 'name', name: 'Name', kind: 'text', grows: true },
  { id: 'department', name: 'Department', kind: 'text' },
  { id: 'day', name: 'Day', kind: 'day' },
  { id: 'kind', name: 'What', kind: 'text' },
  { id: 'found', name: 'What was found', kind: 'text', grows: true },
  { id: 'state', name: 'State', kind: 'text', room: 24 },
];
const STATES = { 'holds up': 'to settle', 'to look at': 'to look at', 'asks why': 'asks why' } as const;

export const exceptionsReport = defineReport({
  name: 'exceptions',
  label: 'Exceptions, lateness',
  shelf: 'Records',
  title: 'Exceptions and lateness',
  make: async ({ database, period, places, only }) => {
    const rows: ReportRow[] = [];
    for await (const cards of cardsWithExceptions(database, period.id)) {
      for (const { exceptions, ...card } of cards) {
        const department = places.departments.get(card.departmentId);
        if (only?.part === 'department' && only.key !== department?.code) continue;
        for (const one of exceptions)
          rows.push({
            personId: card.personId,
            cells: [
              card.number,
              card.name,
              department?.name ?? '',
              one.workday,
              exceptionLabel(one.kind),
              exceptionSentence(one, {
                time: (seconds) => spokenHours(hoursOf(Math.round(seconds))),
                distance: (meters) => `${meters} m`,
              }),
              STATES[one.severity],
            ],
          });
      }
    }
    const day = COLUMNS.findIndex(({ id }) => id === 'day');
    rows.sort((a, b) => Number(a.cells[day]) - Number(b.cells[day]));
    return {
      columns: COLUMNS,
      rows,
      sums: sumsOf(COLUMNS, rows),
      notes: ['What was settled is no exception any more: it stands among the changes made.'],
    };
  },
});
