import { cardRows } from '@heath/contract';
import { describe, expect, it } from 'vitest';
import { CARDS } from '../../testing/samples.ts';
import { approvalsByDepartment } from './by-department.ts';

describe('approvals by department', () => {
  const [sample] = cardRows(CARDS);
  const row = (
    department: string,
    approval: 'none' | 'approved' | 'waits' | 'changed',
    hours: number | null,
  ) => ({
    ...sample!,
    department,
    approval,
    payableHours: hours === null ? null : hours * 90_000,
  });

  it('add up what is approved and what is not, by the names of departments', () => {
    expect(
      approvalsByDepartment([
        row('Office', 'approved', 80),
        row('Deck', 'none', 70.5),
        row('Office', 'waits', 75),
        row('Deck', 'approved', 1),
        row('Deck', 'changed', 2),
        row('Deck', 'none', null),
      ]),
    ).toEqual([
      { department: 'Deck', cards: 4, approved: 1, approvedHours: 90_000, pendingHours: 72.5 * 90_000 },
      { department: 'Office', cards: 2, approved: 1, approvedHours: 80 * 90_000, pendingHours: 75 * 90_000 },
    ]);
    expect(approvalsByDepartment([])).toEqual([]);
  });

  it('of any cards add up to the cards', () => {
    const rows = cardRows(CARDS);
    const sums = approvalsByDepartment(rows);
    expect(sums.reduce((sum, { cards }) => sum + cards, 0)).toBe(rows.length);
    const hours = sums.reduce((sum, one) => sum + one.approvedHours + one.pendingHours, 0);
    expect(hours).toBe(rows.reduce((sum, { payableHours }) => sum + (payableHours ?? 0), 0));
  });
});
