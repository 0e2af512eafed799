import { describe, expect, it } from 'vitest';
import { computeFor, rulebook, shifts } from '../../testing/fixtures.ts';

const rules = rulebook({ exceptions: { 'unusual-total': { severity: 'to look at', spreads: 3 } } });
const hour = 3600;
const found = (usualTotals: readonly number[], end = '2026-10-19 18:00') =>
  computeFor(shifts(['2026-10-19 08:00', end]), rules, { usualTotals }).exceptions.map(
    ({ kind, measured, limit }) => [kind, measured, limit],
  );

describe('a total far from the usual', () => {
  it('lies further from the middle of the others than so many times what they differ by', () => {
    // The middle is eight hours; half of them differ from it by an hour or more.
    const usual = [6, 7, 8, 9, 10].map((hours) => hours * hour);
    expect(found(usual, '2026-10-19 19:00')).toEqual([]);
    expect(found(usual, '2026-10-19 19:01')).toEqual([['unusual-total', 11 * hour + 60, 8 * hour]]);
  });

  it('is none by a few minutes, where somebody always works alike', () => {
    const usual = Array(6).fill(8.5 * hour);
    expect(found(usual)).toEqual([]);
    expect(found(usual, '2026-10-19 18:01')).toHaveLength(1);
  });

  it('cannot be told from fewer than four others', () => {
    expect(found([hour, hour, hour])).toEqual([]);
    expect(found([hour, hour, hour, hour])).toHaveLength(1);
  });
});
