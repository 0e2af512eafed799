import {
  exceptionLabel,
  exceptionSentence,
  hoursOf,
  type ReportColumn,
  type ReportRow,
  spokenHours,
  sumsOf,
} from '@heath/core';
import { defineReport, isAskedFor } from '../define.ts';
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
  ofPerson: 'may',
  ofSpan: true,
  narrowedBy: ['department', 'site'],
  title: 'Exceptions and lateness',
  make: async (asked) => {
    const { database, span, places } = asked;
    const rows: ReportRow[] = [];
    for (const period of asked.periods)
      for await (const cards of cardsWithExceptions(database, period.id)) {
        for (const { exceptions, ...card } of cards) {
          if (!isAskedFor(asked, card)) continue;
          const department = places.departments.get(card.departmentId);
          for (const one of exceptions) {
            if (one.workday < span.firstDay || one.workday > span.lastDay) continue;
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
