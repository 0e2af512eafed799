import { workday } from '@heath/core';
import { describe, expect, it } from 'vitest';
import { checkPackedDays, PackedDays, readPackedDay } from './days.ts';

const first = workday(20_745);
const last = workday(20_758);

describe('the packed days of a card', () => {
  it('are read as they were added up', () => {
    const days = new PackedDays(first, last);
    days.add(workday(first + 3), 'clocked', 28_800);
    days.add(workday(first + 3), 'clocked', 60);
    days.add(last, 'exceptions', 1);
    days.add(workday(last + 1), 'planned', 3600);
    days.add(workday(first - 1), 'planned', 3600);
    const read = (day: number, field: 'clocked' | 'exceptions' | 'planned') =>
      readPackedDay(days.bytes, first, workday(day), field);
    expect([read(first + 3, 'clocked'), read(last, 'exceptions'), read(first, 'planned')]).toEqual([
      28_860, 1, 0,
    ]);
    expect(days.numbers.reduce((sum, number) => sum + number, 0)).toBe(first + 28_860 + 1);
  });

  it('cannot be taken for other days', () => {
    const { bytes } = new PackedDays(first, last);
    checkPackedDays(bytes, first, last);
    expect(() => checkPackedDays(bytes, workday(first - 14), workday(last - 14))).toThrow('not those from');
    expect(() => checkPackedDays(bytes, first, workday(last + 1))).toThrow('not those from');
  });
});
