import {
  holidayAverage,
  hoursOf,
  type Line,
  type ReportColumn,
  type ReportRow,
  sumsOf,
  type Workday,
  workday,
} from '@heath/core';
import { defineReport } from '../define.ts';
import { cardsWithLines, holidayNames } from '../store.ts';

const COLUMNS: readonly ReportColumn[] = [
  { id: 'number', name: 'Number', kind: 'text', room: 20 },
  { id: 'name', name: 'Name', kind: 'text', grows: true },
  { id: 'counted', name: 'Hours counted', kind: 'hours' },
  { id: 'days', name: 'Days worked', kind: 'count' },
  { id: 'average', name: 'Average day', kind: 'hours' },
];
const MONDAY = 0;

/** The average day before the last holiday of the period; where it has none, before the day after the period. Common practice, no source. */
export const holidayAverageReport = defineReport({
  name: 'holiday-average',
  label: 'Average for holidays',
  shelf: 'People',
  choice: {
    label: 'Look back',
    of: ['4', '12', '52'].map((value) => ({ value, name: `${value} weeks` })),
  },
  title: 'Average hours for holiday pay',
  make: async ({ database, period, places, choice, only, writer }) => {
    const weeks = Number(choice);
    const holidays = await holidayNames(database);
    const found = [...holidays.keys()].filter((day) => day >= period.firstDay && day <= period.lastDay);
    const holiday = found.sort((a, b) => b - a)[0] ?? workday(period.lastDay + 1);
    const rule = {
      lookBack: { weeks },
      divideBy: { by: 'days worked' },
      counts: { overtime: false, leave: [] },
    } as const;
    const people = new Map<number, { number: string; name: string; lines: Line[] }>();
    const first = workday(holiday - 7 * (weeks + 1));
    for await (const cards of cardsWithLines(database, first, holiday))
      for (const card of cards) {
        if (only?.part === 'department' && only.key !== places.departments.get(card.departmentId)?.code)
          continue;
        const own = people.get(card.personId) ?? { number: card.number, name: card.name, lines: [] };
        own.lines.push(...card.lines);
        people.set(card.personId, own);
      }
    let span: { first: Workday; last: Workday } | null = null;
    const rows: ReportRow[] = [];
    for (const [personId, { number, name, lines }] of people) {
      const average = holidayAverage(holiday, lines, rule, MONDAY);
      span = { first: average.firstDay, last: average.lastDay };
      rows.push({
        personId,
        cells: [
          number,
          name,
          hoursOf(average.countedSeconds),
          average.divisor,
          hoursOf(average.averageSeconds),
        ],
      });
    }
    rows.sort((a, b) => String(a.cells[0]).localeCompare(String(b.cells[0])));
    const of = holidays.get(holiday);
    return {
      columns: COLUMNS,
      rows,
      sums: sumsOf(COLUMNS, rows, { average: '' }),
      says: `before ${writer.date(holiday)}${of === undefined ? '' : `, ${of}`}`,
      notes: [
        ...(span === null
          ? []
          : [
              `Ordinary hours of whole weeks from ${writer.date(span.first)} to ${writer.date(span.last)}, divided by the days worked. Overtime and leave do not count.`,
            ]),
      ],
    };
  },
});
