import { describe, expect, it } from 'vitest';
import { matching } from './Picker.tsx';

const ITEMS = [
  { id: '1', name: 'Rhona Tarn', detail: 'MF-0103' },
  { id: '2', name: 'Tara Rhodes', detail: 'MF-0110' },
  ...Array.from({ length: 200 }, (_, i) => ({ id: `n${i}`, name: `Nobody ${i}`, detail: '' })),
];
const find = (text: string) => matching(ITEMS, text).map(({ id }) => id);

describe('picking one of many', () => {
  it('finds by any words of the name or the number, in any order', () => {
    expect(find('tar rho')).toEqual(['1', '2']);
    expect(find('rho 0103')).toEqual(['1']);
    expect(find('MF-01')).toEqual(['1', '2']);
    expect(find('zzz')).toEqual([]);
  });

  it('shows as many as a list can, also while nothing is typed', () => {
    expect(find('')).toHaveLength(50);
    expect(find('nobody')).toHaveLength(50);
  });
});
