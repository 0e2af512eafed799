import { correctionKind, type ReportColumn, type ReportRow, sumsOf } from '@heath/core';
import { defineReport } from '../define.ts';
import { changesOf } from '../store.ts';
import { Wall } from '../wall.ts';

const COLUMNS: readonly ReportColumn[] = [
  { id: 'made', name: 'Made on', kind: 'day' },
  { id: 'time', name: 'At', kind: 'text', room: 16 },
  { id: 'by', name: 'By', kind: 'text', room: 26 },
  { id: 'number', name: 'Number', kind: 'text', room: 20 },
  { id: 'name', name: 'Name', kind: 'text', grows: true },
  { id: 'day', name: 'Day', kind: 'day' },
  { id: 'what', name: 'What', kind: 'text', grows: true },
  { id: 'why', name: 'Why', kind: 'text' },
  { id: 'before', name: 'Payable before', kind: 'hours' },
  { id: 'after', name: 'Payable after', kind: 'hours' },
  { id: 'back', name: 'Taken back', kind: 'text', room: 18 },
];
const MOST = 20_000;

export const changes = defineReport({
  name: 'changes',
  label: 'Changes made',
  shelf: 'Records',
  title: 'Changes made',
  make: async ({ database, now, period, only, writer }) => {
    const all = await changesOf(database, period.id, MOST);
    const wall = new Wall(period.firstDay, (Math.floor(now / 86_400) + 1) as typeof period.lastDay, writer);
    const rows = all
      .filter(({ departmentCode }) => only?.part !== 'department' || only.key === departmentCode)
      .map((one): ReportRow => {
        const made = wall.at(one.zone, one.madeAt);
        return {
          personId: one.personId,
          cells: [
            made.day,
            made.text,
            one.by,
            one.number,
            one.name,
            one.workday,
            one.together ?? correctionKind(one.kind).label,
            one.note,
            one.payableBefore,
            one.payableAfter,
            one.takenBack === null ? '' : 'yes',
          ],
        };
      });
    return {
      columns: COLUMNS,
      rows,
      // What corrections of one card change cannot be added up: each is of the whole card.
      sums: sumsOf(COLUMNS, rows, { before: '', after: '' }),
      notes: all.length < MOST ? [] : [`These are the first ${MOST}.`],
    };
  },
});
