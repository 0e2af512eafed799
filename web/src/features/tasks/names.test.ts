import { describe, expect, it } from 'vitest';
import { nameOf, placeOf, shareOf } from './names.ts';

describe('long work', () => {
  it('is named by what it is about, and leads there', () => {
    expect(nameOf({ kind: 'import', subject: 'gate.csv' })).toBe('Importing gate.csv');
    expect(nameOf({ kind: 'recompute', subject: '2026-10-19/2026-11-01' })).toBe(
      'Computing the cards of 19 Oct – 1 Nov 2026',
    );
    expect(placeOf({ kind: 'import', subjectId: 9 })).toBe('/punches/9');
    expect(placeOf({ kind: 'recompute', subjectId: 7 })).toBe('/cards?period=7');
  });

  it('has come as far as it says, and nobody knows how far before it begins', () => {
    expect(shareOf({ done: 0, total: 0 })).toBeNull();
    expect(shareOf({ done: 250, total: 1000 })).toBe(0.25);
    expect(shareOf({ done: 1200, total: 1000 })).toBe(1);
  });
});
