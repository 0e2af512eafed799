import { workday, workdayFromIso } from '@heath/core';
import { describe, expect, it } from 'vitest';
import { byYear, periodsFound } from './periods.ts';

const from = (id: number, iso: string, note = '') => {
  const firstDay = workdayFromIso(iso);
  return { id, firstDay, lastDay: workday(firstDay + 13), note };
};
const ITEMS = [
  from(1, '2026-10-19'),
  from(2, '2026-10-05', 'sealed'),
  from(3, '2025-12-29', 'sealed'),
  from(4, '2025-12-15', 'sealed'),
];
const found = (text: string) => periodsFound(ITEMS, text, ITEMS[0]!.firstDay).map(({ id }) => id);

describe('finding a period', () => {
  it.each([
    ['', [1, 2, 3, 4]],
    ['28 oct', [1]],
    ['19 oct', [1]],
    ['18 oct', [2]],
    ['2026-01-05', [3]],
    ['28.12.2025', [4]],
    // A month is no day: every period whose dates name it.
    ['oct', [1, 2]],
    ['dec 2025', [3, 4]],
    ['sealed', [2, 3, 4]],
    ['sealed oct', [2]],
    ['28 mar', []],
    ['kittiwake', []],
  ])('%j', (text, ids) => expect(found(text)).toEqual(ids));

  it('they stand under the year that they end in', () => {
    expect(byYear(ITEMS).map(({ year, items }) => [year, items.map(({ id }) => id)])).toEqual([
      ['2026', [1, 2, 3]],
      ['2025', [4]],
    ]);
    expect(byYear([])).toEqual([]);
  });
});
