import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { keepOnly, NOTHING_PICKED, type Pick, type Picking, pick } from './picking.ts';

const IDS = ['a', 'b', 'c', 'd', 'e'];
const after = (...all: readonly Pick[]): string =>
  shown(all.reduce<Picking>((state, what) => pick(state, IDS, what), NOTHING_PICKED));
const shown = ({ picked, active }: Picking): string => `${[...picked].sort().join('')}@${active}`;

describe('picking rows', () => {
  it('goes from row to row without picking, and not beyond the ends', () => {
    expect(after({ to: 3, range: false })).toBe('@3');
    expect(after({ to: 9, range: false })).toBe('@4');
    expect(after({ to: -1, range: false })).toBe('@0');
  });

  it('draws a range from where it began, either way, and gives up rows that it leaves', () => {
    expect(after({ to: 1, range: false }, { to: 3, range: true })).toBe('bcd@3');
    expect(after({ to: 1, range: false }, { to: 3, range: true }, { to: 2, range: true })).toBe('bc@2');
    expect(after({ to: 1, range: false }, { to: 3, range: true }, { to: 0, range: true })).toBe('ab@0');
  });

  it('picks one more, lets go of one, and draws the next range from it', () => {
    expect(after({ toggle: 1 }, { toggle: 3 })).toBe('bd@3');
    expect(after({ toggle: 1 }, { toggle: 3 }, { toggle: 1 })).toBe('d@1');
    expect(after({ toggle: 1 }, { to: 2, range: true })).toBe('bc@2');
  });

  it('picks all and none', () => {
    expect(after({ to: 2, range: false }, { all: true })).toBe('abcde@2');
    expect(after({ all: true }, { none: true })).toBe('@0');
  });

  it('keeps of what is picked what is still in the list', () => {
    const all = pick(NOTHING_PICKED, IDS, { all: true });
    expect(shown(keepOnly({ ...all, active: 4 }, ['b', 'c']))).toBe('bc@1');
    expect(keepOnly(all, IDS)).toBe(all);
    expect(shown(keepOnly(all, []))).toBe('@0');
  });

  it('never picks what is not in the list, whatever is done', () => {
    const what: fc.Arbitrary<Pick> = fc.oneof(
      fc.record({ to: fc.integer({ min: -2, max: 8 }), range: fc.boolean() }),
      fc.record({ toggle: fc.integer({ min: -2, max: 8 }) }),
      fc.constant({ all: true } as const),
      fc.constant({ none: true } as const),
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(what, fc.integer({ min: 0, max: 5 })), { maxLength: 20 }), (steps) => {
        let state = NOTHING_PICKED;
        for (const [one, left] of steps) {
          const ids = IDS.slice(0, left);
          state = pick(keepOnly(state, ids), ids, one);
          expect([...state.picked].every((id) => ids.includes(id))).toBe(true);
          expect(state.active).toBeGreaterThanOrEqual(0);
          expect(state.active).toBeLessThan(Math.max(ids.length, 1));
        }
      }),
    );
  });
});
