import { instant, type ReportColumn, type ReportRow, SECONDS_PER_DAY, sumsOf } from '@heath/core';
import { type Asked, defineReport, firstRows } from '../define.ts';
import { peopleByNumber, punchesBetween } from '../store.ts';
import { Wall } from '../wall.ts';

const COLUMNS: readonly ReportColumn[] = [
  { id: 'number', name: 'Number', kind: 'text', room: 20 },
  { id: 'name', name: 'Name', kind: 'text', grows: true },
  { id: 'day', name: 'Day', kind: 'day' },
  { id: 'time', name: 'Time', kind: 'text', room: 16 },
  { id: 'kind', name: 'Kind', kind: 'text' },
  { id: 'job', name: 'Job', kind: 'text' },
  { id: 'site', name: 'Site', kind: 'text' },
  { id: 'source', name: 'Where it came from', kind: 'text', grows: true },
];
const PEOPLE_AT_ONCE = 500;
const MOST_SHOWN = 20_000;

export const punches = defineReport({
  name: 'punches',
  label: 'Punches, their source',
  shelf: 'Records',
  ofPerson: 'may',
  ofSpan: true,
  title: 'Punches with their source',
  make: async (asked) => {
    const { rows, isAll } = await firstRows(rowsOf(asked), MOST_SHOWN);
    return {
      columns: COLUMNS,
      rows,
      sums: sumsOf(COLUMNS, rows),
      notes: isAll
        ? []
        : [`These are the first ${MOST_SHOWN}. The CSV has all; choose a person to see all of theirs.`],
    };
  },
  long: { columns: () => COLUMNS, rows: rowsOf },
});

/** The punches of the days of a period, some hundred people at a time, in order of their numbers. */
async function* rowsOf({ database, span: days, query, writer }: Asked): AsyncGenerator<readonly ReportRow[]> {
  const wall = new Wall(days.firstDay, days.lastDay, writer);
  const span = {
    from: instant((days.firstDay - 1) * SECONDS_PER_DAY),
    to: instant((days.lastDay + 2) * SECONDS_PER_DAY),
  };
  const people = query.person === undefined ? await peopleByNumber(database) : [Number(query.person)];
  for (let i = 0; i < people.length; i += PEOPLE_AT_ONCE) {
    const all = await punchesBetween(database, span, people.slice(i, i + PEOPLE_AT_ONCE));
    yield all.flatMap((one): ReportRow[] => {
      const { day, text } = wall.at(one.zone, one.at);
      if (day < days.firstDay || day > days.lastDay) return [];
      const place = one.file === null ? (one.device ?? one.user) : `${one.file}, line ${one.line}`;
      return [
        {
          personId: one.personId,
          cells: [
            one.number,
            one.name,
            day,
            text,
            (one.kind ?? 'undirected').replaceAll('-', ' '),
            one.job ?? '',
            one.site,
            [one.source, place].filter((word) => word !== null).join(': '),
          ],
        },
      ];
    });
  }
}
