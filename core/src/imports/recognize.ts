import { itemAt } from '../time/item-at.ts';
import { parseDate } from './dates.ts';
import type { DateOrder, Field, Recognition } from './types.ts';

/** Header names by field, in small letters without anything but letters. Common practice, no source. */
const HEADERS: readonly (readonly [Field, readonly string[]])[] = [
  [
    'person',
    [
      'person',
      'personno',
      'personnumber',
      'employee',
      'employeeid',
      'employeeno',
      'employeenumber',
      'badge',
      'badgeno',
      'badgenumber',
      'staffno',
      'staffnumber',
      'number',
      'workerid',
      'payrollno',
      'id',
    ],
  ],
  [
    'moment',
    ['moment', 'when', 'at', 'datetime', 'dateandtime', 'timestamp', 'punchtime', 'punchedat', 'clockedat'],
  ],
  ['date', ['date', 'day', 'punchdate', 'workdate']],
  ['time', ['time', 'clocktime', 'hour']],
  [
    'kind',
    ['kind', 'type', 'direction', 'punch', 'punchtype', 'inout', 'inorout', 'event', 'action', 'status'],
  ],
  ['job', ['job', 'jobcode', 'task', 'boat', 'activity']],
  ['site', ['site', 'location', 'place', 'terminal', 'harbor', 'harbour']],
];

const plain = (header: string): string => header.toLowerCase().replaceAll(/[^a-z]/g, '');

/** What the columns and dates of a file mean, from its header and first rows. */
export function recognize(header: readonly string[], rows: readonly (readonly string[])[]): Recognition {
  const names = header.map(plain);
  const columns: Field[] = header.map(() => 'ignore');
  for (const [field, aliases] of HEADERS) {
    let best = -1;
    let bestRank = aliases.length;
    names.forEach((name, i) => {
      const rank = aliases.indexOf(name);
      if (rank >= 0 && rank < bestRank && columns[i] === 'ignore') {
        best = i;
        bestRank = rank;
      }
    });
    if (best >= 0) columns[best] = field;
  }
  // "Date" or "Time" alone may hold both; the values tell.
  if (!columns.includes('moment')) {
    const both = columns.findIndex(
      (field, i) =>
        (field === 'date' || field === 'time') &&
        rows.length > 0 &&
        rows.every((row) => /\d[T ]+\d{1,2}:\d\d/.test(row[i] ?? '')),
    );
    if (both >= 0) {
      columns[both] = 'moment';
      for (let i = 0; i < columns.length; i++)
        if (columns[i] === 'date' || columns[i] === 'time') columns[i] = 'ignore';
    }
  }
  const dateColumn = columns.findIndex((field) => field === 'moment' || field === 'date');
  const dates = dateColumn < 0 ? [] : rows.map((row) => row[dateColumn] ?? '');
  const seen = header.map((name) => name.trim().toLowerCase());
  return {
    columns,
    dateOrder: dateOrderOf(dates),
    duplicateHeaders: [
      ...new Set(header.filter((_, i) => seen[i] !== '' && seen.indexOf(itemAt(seen, i)) < i)),
    ],
  };
}

/** The one order in which all these dates are possible; null where two are, so that somebody must say. */
export function dateOrderOf(dates: readonly string[]): DateOrder | null {
  const written = dates.filter((date) => date.trim() !== '');
  if (written.length === 0) return null;
  // Rows that are dates in no order at all are refused later and say nothing about the others.
  const score = (order: DateOrder) => written.filter((date) => parseDate(date, order) !== null).length;
  const iso = score('iso');
  const day = score('day-month-year');
  const month = score('month-day-year');
  if (iso > 0 && iso >= Math.max(day, month)) return 'iso';
  if (day === month) return null;
  return day > month ? 'day-month-year' : 'month-day-year';
}
