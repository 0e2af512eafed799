import { type Exception, type ReportColumn, type ReportRow, sumsOf } from '@heath/core';
import { cardsAskedFor } from '../computed.ts';
import { defineReport } from '../define.ts';

const COLUMNS: readonly ReportColumn[] = [
  { id: 'number', name: 'Number', kind: 'text', room: 20 },
  { id: 'name', name: 'Name', kind: 'text', grows: true },
  { id: 'department', name: 'Department', kind: 'text' },
  { id: 'late', name: 'Times in late', kind: 'count' },
  { id: 'lateBy', name: 'In late by', kind: 'seconds' },
  { id: 'early', name: 'Times out early', kind: 'count' },
  { id: 'earlyBy', name: 'Out early by', kind: 'seconds' },
  { id: 'absent', name: 'Days absent', kind: 'count' },
  { id: 'accepted', name: 'Accepted', kind: 'count' },
];

/** What is counted, by the kind of exception. */
const COUNTED = ['late-in', 'early-out', 'absent'] as const;
const isCounted = ({ kind }: Exception): boolean => COUNTED.some((one) => one === kind);

export const lateness = defineReport({
  name: 'lateness',
  label: 'Lateness and absence',
  shelf: 'People',
  ofPerson: 'may',
  ofSpan: true,
  narrowedBy: ['department', 'site', 'group'],
  title: 'Lateness and absence',
  make: async (asked) => {
    const people = new Map<number, { head: string[]; numbers: number[] }>();
    // Accepting an exception settles it and changes nothing else: without that, it is there again.
    for await (const cards of cardsAskedFor(asked, (kind) => kind !== 'accept'))
      for (const { subject, computed, days, input } of cards) {
        const found = computed.exceptions.filter(
          (one) => isCounted(one) && one.workday >= days.firstDay && one.workday <= days.lastDay,
        );
        if (found.length === 0) continue;
        const accepted = new Set(
          input.corrections.flatMap((one) => (one.kind === 'accept' ? [one.exception] : [])),
        );
        const of = (kind: (typeof COUNTED)[number]) => found.filter((one) => one.kind === kind);
        const by = (kind: (typeof COUNTED)[number]) =>
          of(kind).reduce((sum, { measured }) => sum + (measured ?? 0), 0);
        const numbers = [
          of('late-in').length,
          by('late-in'),
          of('early-out').length,
          by('early-out'),
          of('absent').length,
          found.filter(({ key }) => accepted.has(key)).length,
        ];
        const before = people.get(subject.personId);
        people.set(subject.personId, {
          head: [subject.number, subject.name, subject.department],
          numbers: numbers.map((number, i) => number + (before?.numbers[i] ?? 0)),
        });
      }
    const rows: ReportRow[] = [...people]
      .map(([personId, { head, numbers }]) => ({ personId, cells: [...head, ...numbers] }))
      .sort((a, b) => Number(b.cells[4]) - Number(a.cells[4]) || Number(b.cells[7]) - Number(a.cells[7]));
    return {
      columns: COLUMNS,
      rows,
      sums: sumsOf(COLUMNS, rows),
      notes: [
        'What the rulebook calls late, early or absent, whether it was accepted since or not. What became leave or was corrected is none of these any more.',
      ],
    };
  },
});
