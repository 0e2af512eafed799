import type { CardRow, PeriodSummary } from '@heath/contract';
import { type PersonId, workdayFromIso } from '@heath/core';
import { describe, expect, it } from 'vitest';
import { findPeople } from './find.ts';

const row = (personId: number, name: string, number: string): CardRow => ({
  personId: personId as PersonId,
  name,
  number,
  department: 'Stores',
  groupId: 1,
  payableHours: 0,
  toSettle: 0,
  marks: '',
  approval: 'none',
});
const period = {
  id: 7,
  firstDay: workdayFromIso('2026-10-19'),
  lastDay: workdayFromIso('2026-11-01'),
} as PeriodSummary;
const rows = [
  row(1, 'Rhona Tarn', 'MF-0103'),
  row(2, 'May Oakley', 'MF-0128'),
  row(3, 'Ana Satter', 'MF-0019'),
];
const find = (text: string) =>
  findPeople(text, { period, rows }).map(({ to, aside }) => `${to.split('person=')[1]} ${aside}`);

describe('finding people and days', () => {
  it.each([
    ['rhona', ['1 MF-0103']],
    ['TARN rho', ['1 MF-0103']],
    ['mf-01', ['1 MF-0103', '2 MF-0128']],
    ['rhona 28 oct', ['1&day=2026-10-28 Wed 28 Oct']],
    ['rhona oct 28', ['1&day=2026-10-28 Wed 28 Oct']],
    ['28 rhona', ['1&day=2026-10-28 Wed 28 Oct']],
    ['rhona, wed', ['1&day=2026-10-21 Wed 21 Oct', '1&day=2026-10-28 Wed 28 Oct']],
    ['rhona wednesday 28', ['1&day=2026-10-28 Wed 28 Oct']],
    ['rhona 2026-11-01', ['1&day=2026-11-01 Sun 1 Nov']],
    ['rhona 1 november', ['1&day=2026-11-01 Sun 1 Nov']],
    ['rhona 28 nov', []],
    ['may', ['2 MF-0128']],
    ['sat', ['3 MF-0019']],
    ['28', ['2 MF-0128']],
    ['nobody', []],
  ])('%s', (text, found) => {
    expect(find(text)).toEqual(found);
  });

  it('finds people while no period is known', () => {
    expect(findPeople('rhona 28', { period: undefined, rows })).toEqual([]);
    expect(findPeople('rhona', { period: undefined, rows })).toHaveLength(1);
  });
});
