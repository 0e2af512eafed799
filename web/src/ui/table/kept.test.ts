import { describe, expect, it } from 'vitest';
import { inLayoutOrder, readLayout } from './kept.ts';

describe('what is kept of a table', () => {
  it('is read as it was written, and nothing of it where it cannot be', () => {
    const layout = { sort: { column: 'hours', descending: true }, hidden: ['code'], order: ['b', 'a'] };
    expect(readLayout(JSON.stringify(layout))).toEqual(layout);
    for (const broken of [null, '', '{', '[]', '{"sort":1}', '{"sort":null,"hidden":"a","order":[]}'])
      expect(readLayout(broken)).toEqual({ sort: null, hidden: [], order: [] });
  });
});

describe('the order of columns', () => {
  const columns = ['a', 'b', 'c', 'd'].map((id) => ({ id }));
  const order = (...wanted: string[]) =>
    inLayoutOrder(columns, wanted)
      .map(({ id }) => id)
      .join('');

  it('is the one somebody chose, with later columns after those that they follow', () => {
    expect(order()).toBe('abcd');
    expect(order('d', 'c', 'b', 'a')).toBe('dcba');
    expect(order('c', 'a', 'd')).toBe('cabd');
    expect(order('b', 'c', 'd')).toBe('abcd');
  });

  it('passes over columns that are gone', () => {
    expect(order('d', 'gone', 'a', 'b', 'c')).toBe('dabc');
  });
});
