import { type ReportColumn, type ReportRow, SECONDS_PER_DAY, sumsOf } from '@heath/core';
import type { ReportKind } from '../define.ts';
import { punchesBetween } from '../store.ts';
import { Wall } from '../wall.ts';

const COLUMNS: readonly ReportColumn[] = [
  { id: 'number', name: 'Number', kind: 'text' },
  { id: 'name', name: 'Name', kind: 'text' },
  { id: 'day', name: 'Day', kind: 'day' },
  { id: 'time', name: 'Time', kind: 'text' },
  { id: 'kind', name: 'Kind', kind: 'text' },
  { id: 'job', name: 'Job', kind: 'text' },
  { id: 'site', name: 'Site', kind: 'text' },
  { id: 'source', name: 'Where it came from', kind: 'text' },
];
const MOST = 20_000;

export const punches: ReportKind = {
  title: 'Punches with their source',
  make: async ({ database, period, query }) => {
    const wall = new Wall(period.firstDay, period.lastDay);
    const from = (period.firstDay - 1) * SECONDS_PER_DAY;
    const to = (period.lastDay + 2) * SECONDS_PER_DAY;
    const personId = query.person === undefined ? null : Number(query.person);
    const all = await punchesBetween(database, from, to, personId, MOST);
    const rows = all.flatMap((one): ReportRow[] => {
      const { day, text } = wall.at(one.zone, one.at);
      if (day < period.firstDay || day > period.lastDay) return [];
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
    return {
      columns: COLUMNS,
      rows,
      sums: sumsOf(COLUMNS, rows),
      notes: all.length < MOST ? [] : [`These are the first ${MOST}. Choose a person to see all of theirs.`],
    };
  },
};
