import {
  classParts,
  compute,
  type Hours,
  hours,
  type Instant,
  instant,
  isPremium,
  type ReportColumn,
  type ReportRow,
  sumsOf,
  workday,
} from '@heath/core';
import { Problem } from '../../../base/problem.ts';
import { readCards } from '../../../cards/read-card.ts';
import { sendAlone } from '../../../database/round-trip.ts';
import { defineReport } from '../define.ts';
import { Wall } from '../wall.ts';

const COLUMNS: readonly ReportColumn[] = [
  { id: 'day', name: 'Day', kind: 'day' },
  { id: 'times', name: 'In and out', kind: 'text', room: 60, grows: true },
  { id: 'off', name: 'Breaks off', kind: 'seconds' },
  { id: 'ordinary', name: 'Ordinary', kind: 'hours' },
  { id: 'overtime', name: 'Overtime', kind: 'hours' },
  { id: 'notWorked', name: 'Not worked', kind: 'hours' },
  { id: 'payable', name: 'Payable', kind: 'hours' },
  { id: 'premium', name: 'Premium', kind: 'hours' },
];

export const timeCard = defineReport({
  name: 'time-card',
  label: 'Time card to sign',
  shelf: 'People',
  ofPerson: 'must',
  title: 'Time card',
  make: async ({ database, now, period, query, writer }) => {
    if (query.person === undefined)
      throw new Problem(422, 'invalid', 'Choose whose time card it is.', { field: 'person' });
    const [read] = await readCards(
      database,
      period.id,
      [Number(query.person)],
      instant(now),
      (...all) => sendAlone(database, ...all),
      false,
    );
    if (read === undefined) throw new Problem(404, 'not-found', 'They have no card in this period.');
    const { subject, input } = read;
    const { shifts, lines } = compute(input);
    const wall = new Wall(period.firstDay, period.lastDay, writer);
    const rows: ReportRow[] = [];
    for (let day = period.firstDay; day <= period.lastDay; day = workday(day + 1)) {
      const own = lines.filter((line) => line.workday === day);
      const sum = (counts: (line: (typeof own)[number]) => boolean): Hours =>
        hours(own.filter(counts).reduce((total, line) => total + line.hours, 0));
      const worked = shifts.filter((shift) => shift.workday === day);
      const times = worked.flatMap(({ spells }) => spells);
      const text = (at: Instant | undefined) => (at === undefined ? '–' : wall.at(subject.zone, at).text);
      const [ordinary, overtime, notWorked] = [
        sum(({ classId }) => classId === 'ordinary'),
        sum(({ classId }) => classId.startsWith('overtime-')),
        sum(({ classId }) => !isPremium(classId) && classParts(classId).kind !== 'worked'),
      ];
      rows.push({
        cells: [
          day,
          times.map((spell) => `${text(spell.in?.at)}–${text(spell.out?.at)}`).join('  '),
          worked.reduce((total, { unpaidSeconds }) => total + unpaidSeconds, 0),
          ordinary,
          overtime,
          notWorked,
          ordinary + overtime + notWorked,
          sum(({ classId }) => isPremium(classId)),
        ],
      });
    }
    return {
      columns: COLUMNS,
      rows,
      sums: sumsOf(COLUMNS, rows),
      says: `${subject.name}, ${subject.number}, ${subject.department}`,
      sign: subject.name,
    };
  },
});
