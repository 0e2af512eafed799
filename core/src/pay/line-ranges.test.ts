import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseRanges, writeRanges } from './line-ranges.ts';

describe('lines as ranges', () => {
  it('are read as they were written, whatever the lines', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 200 }), { minLength: 1 }), (numbers) => {
        const inOrder = [...numbers].sort((a, b) => a - b);
        expect([...(parseRanges(writeRanges(inOrder)) ?? [])].sort((a, b) => a - b)).toEqual(inOrder);
      }),
    );
  });

  it('are few words for many lines', () => {
    expect(writeRanges([1, 2, 3, 5, 7, 8])).toBe('1-3, 5, 7-8');
    expect([...(parseRanges(' 3 – 5 ,9') ?? [])]).toEqual([3, 4, 5, 9]);
  });

  it.each(['', '1-', 'all', '5-3', '1,,2', '1-9999999', '-3'])('nothing else is read: %s', (text) => {
    expect(parseRanges(text)).toBeNull();
  });
});
