import {
  classParts,
  firstPunch,
  type Instant,
  isPremium,
  type Line,
  lastPunch,
  type ReportCell,
  type ReportColumn,
  type ReportRow,
  sumsOf,
  type Workday,
  weekdayOf,
  workday,
} from '@heath/core';
import type { ComputedCard } from '../../../cards/computed-cards.ts';
import { cardsAskedFor } from '../computed.ts';
import { type Asked, defineReport, firstRows } from '../define.ts';
import { Wall } from '../wall.ts';

const PERSON: readonly ReportColumn[] = [
  { id: 'number', name: 'Number', kind: 'text', room: 20 },
  { id: 'name', name: 'Name', kind: 'text', room: 40, grows: true },
  { id: 'department', name: 'Department', kind: 'text' },
  { id: 'site', name: 'Site', kind: 'text', room: 24 },
];
const TIMES: readonly ReportColumn[] = [
  { id: 'in', name: 'In', kind: 'text', room: 26 },
  { id: 'out', name: 'Out', kind: 'text', room: 26 },
];
const HOURS: readonly ReportColumn[] = [
  { id: 'meal', name: 'Breaks off', kind: 'seconds' },
  { id: 'ordinary', name: 'Ordinary', kind: 'hours' },
  { id: 'overtime', name: 'Overtime', kind: 'hours' },
  { id: 'notWorked', name: 'Not worked', kind: 'hours' },
  { id: 'payable', name: 'Payable', kind: 'hours' },
  { id: 'premium', name: 'Premium', kind: 'hours' },
];
const WORK: readonly ReportColumn[] = [
  { id: 'job', name: 'Job', kind: 'text' },
  { id: 'note', name: 'Note', kind: 'text', room: 40, grows: true },
];

/** What one row stands for: a day of a person, a week of theirs, or all days that are asked for. */
type Rows = 'day' | 'week' | 'all';
const ROWS: readonly { readonly value: Rows; readonly name: string }[] = [
  { value: 'day', name: 'day by day' },
  { value: 'week', name: 'week by week' },
  { value: 'all', name: 'in all' },
];

const columnsOf = (rows: string): readonly ReportColumn[] => {
  if (rows === 'all') return [...PERSON, { id: 'days', name: 'Days worked', kind: 'count' }, ...HOURS];
  if (rows === 'week')
    return [
      ...PERSON,
      { id: 'day', name: 'Week from', kind: 'day' },
      { id: 'days', name: 'Days worked', kind: 'count' },
      ...HOURS,
    ];
  return [...PERSON, { id: 'day', name: 'Day', kind: 'day' }, ...TIMES, ...HOURS, ...WORK];
};

const MOST_SHOWN = 20_000;

export const shifts = defineReport({
  name: 'shifts',
  label: 'Shifts as a list',
  shelf: 'Records',
  ofPerson: 'may',
  ofSpan: true,
  narrowedBy: ['department', 'site', 'group'],
  choice: { label: 'Rows', of: ROWS },
  title: 'Shifts',
  make: async (asked) => {
    const columns = columnsOf(asked.choice);
    const { rows, isAll } = await firstRows(rowsOf(asked), MOST_SHOWN);
    return {
      columns,
      rows,
      sums: sumsOf(columns, rows),
      notes: isAll
        ? []
        : [
            `These are the first ${MOST_SHOWN.toLocaleString('en')}. The CSV has all; choose a person, a department or fewer days.`,
          ],
    };
  },
  long: { columns: ({ choice }) => columnsOf(choice), rows: rowsOf },
});

/** What a stretch of days comes to, added up from its lines and shifts. */
interface Sums {
  readonly days: Set<Workday>;
  meal: number;
  ordinary: number;
  overtime: number;
  notWorked: number;
  premium: number;
}
const newSums = (): Sums => ({
  days: new Set(),
  meal: 0,
  ordinary: 0,
  overtime: 0,
  notWorked: 0,
  premium: 0,
});

const hoursCells = ({ meal, ordinary, overtime, notWorked, premium }: Sums): ReportCell[] => [
  meal,
  ordinary,
  overtime,
  notWorked,
  ordinary + overtime + notWorked,
  premium,
];

function addLine(sums: Sums, { classId, hours }: Line): void {
  if (isPremium(classId)) sums.premium += hours;
  else if (classParts(classId).kind !== 'worked') sums.notWorked += hours;
  else if (classId === 'ordinary') sums.ordinary += hours;
  else sums.overtime += hours;
}

/** Rows of the days that are asked for, some people at a time. A person of two periods has a row of each in all. */
async function* rowsOf(asked: Asked): AsyncGenerator<readonly ReportRow[]> {
  const wall = new Wall(asked.span.firstDay, asked.span.lastDay, asked.writer);
  for await (const cards of cardsAskedFor(asked)) yield cards.flatMap((one) => rowsOfCard(one, asked, wall));
}

function rowsOfCard(card: ComputedCard, asked: Asked, wall: Wall): ReportRow[] {
  const { subject, days } = card;
  const { personId, number, name, department, siteId } = subject;
  const head = [number, name, department, asked.places.sites.get(siteId)?.name ?? ''];
  const parts = asked.choice === 'day' ? daysOf(card) : stretchesOf(asked.choice, days);
  return parts.flatMap(({ firstDay, lastDay }) => {
    const sums = sumsBetween(card, firstDay, lastDay);
    const own = card.computed.shifts.filter((shift) => shift.workday === firstDay);
    const isEmpty = sums.days.size === 0 && hoursCells(sums).every((cell) => cell === 0);
    if (isEmpty && (asked.choice !== 'day' || own.length === 0)) return [];
    const cells =
      asked.choice === 'day'
        ? [...head, firstDay, ...dayCells(card, firstDay, sums, asked, wall)]
        : [...head, ...(asked.choice === 'week' ? [firstDay] : []), sums.days.size, ...hoursCells(sums)];
    return [{ personId, cells }];
  });
}

/** The cells of one day after its date: first in and last out, hours, jobs, and why it was corrected. */
function dayCells(
  { subject, computed, history }: ComputedCard,
  day: Workday,
  sums: Sums,
  { places }: Asked,
  wall: Wall,
): ReportCell[] {
  const own = computed.shifts.filter((shift) => shift.workday === day);
  const [first, last] = [own[0], own.at(-1)];
  const at = (instant: Instant) => wall.at(subject.zone, instant).text;
  const jobs = new Set(
    computed.lines.flatMap(({ workday, job }) => (workday === day && job !== null ? [job] : [])),
  );
  const notes = history.filter((one) => one.workday === day && one.note !== '').map(({ note }) => note);
  return [
    first === undefined ? '' : at(firstPunch(first).at),
    last === undefined ? '' : at(lastPunch(last).at),
    ...hoursCells(sums),
    [...jobs].map((job) => places.jobs.get(job)?.name ?? '').join(', '),
    [...new Set(notes)].join('; '),
  ];
}

function sumsBetween({ computed }: ComputedCard, first: Workday, last: Workday): Sums {
  const sums = newSums();
  const isWithin = (day: Workday) => day >= first && day <= last;
  for (const line of computed.lines) if (isWithin(line.workday)) addLine(sums, line);
  for (const shift of computed.shifts)
    if (isWithin(shift.workday)) {
      sums.meal += shift.unpaidSeconds;
      if (shift.spells.length > 0) sums.days.add(shift.workday);
    }
  return sums;
}

type Days = ComputedCard['days'];

const daysOf = ({ days: { firstDay, lastDay } }: ComputedCard): Days[] =>
  Array.from({ length: lastDay - firstDay + 1 }, (_, i) => {
    const day = workday(firstDay + i);
    return { firstDay: day, lastDay: day };
  });

/** The calendar weeks of some days, Monday first, cut at their ends; or all of them. */
function stretchesOf(rows: string, { firstDay, lastDay }: Days): Days[] {
  if (rows === 'all') return [{ firstDay, lastDay }];
  const weeks: Days[] = [];
  for (let day = firstDay; day <= lastDay; ) {
    const end = workday(Math.min(day + 6 - weekdayOf(day), lastDay));
    weeks.push({ firstDay: day, lastDay: end });
    day = workday(end + 1);
  }
  return weeks;
}
