import type { CardRow } from '@heath/contract';
import type { PersonId } from '@heath/core';
import { describe, expect, it } from 'vitest';
import { type ListFilter, visibleRows } from './rows.ts';

const row = (id: number, name: string, more: Partial<CardRow> = {}): CardRow => ({
  personId: id as PersonId,
  number: `MF-010${id}`,
  name,
  department: 'Deck',
  groupId: 1,
  payableHours: 8000,
  toSettle: 0,
  marks: '',
  approval: 'none',
  ...more,
});
const rows = [
  row(1, 'Abena Calder', { toSettle: 1 }),
  row(2, 'Berit Dahl', { groupId: 2, payableHours: null }),
  row(3, 'Carys Eklund', { department: 'Night Berth', payableHours: 8450, toSettle: 2 }),
];
const show = (filter: Partial<ListFilter>) =>
  visibleRows(rows, { groupId: null, show: 'all', text: '', sort: 'name', ...filter }).map((r) => r.personId);

describe('the list of people', () => {
  it('filters by group, by what is to settle, and by name, number or department', () => {
    expect(show({ groupId: 2 })).toEqual([2]);
    expect(show({ show: 'to-settle' })).toEqual([1, 3]);
    expect(show({ text: 'night' })).toEqual([3]);
    expect(show({ text: 'mf-0102' })).toEqual([2]);
  });
  it('sorts by hours, those still being computed last, and by what is to settle', () => {
    expect(show({ sort: 'hours' })).toEqual([3, 1, 2]);
    expect(show({ sort: 'to-settle' })).toEqual([3, 1, 2]);
  });
});
