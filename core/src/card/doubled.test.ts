import { describe, expect, it } from 'vitest';
import type { PunchKind } from '../model/punch.ts';
import { doubledPunches } from './doubled.ts';

const HOUR = 3600;
const punches = (...all: readonly (readonly [PunchKind, hours: number])[]) =>
  all.map(([kind, hours]) => ({ kind, at: hours * HOUR }));
const doubled = (...all: readonly (readonly [PunchKind, hours: number])[]) =>
  doubledPunches(punches(...all)).map(({ at }) => at / HOUR);

describe('punches made twice', () => {
  it('are the later of two ins and the earlier of two outs', () => {
    expect(doubled(['in', 8], ['in', 8.5], ['out', 16], ['out', 16.25])).toEqual([8.5, 16]);
    expect(doubled(['in', 8], ['in', 9], ['in', 10], ['out', 16])).toEqual([9, 10]);
  });

  it('are none where they are of two shifts, of two kinds, or of a break', () => {
    expect(doubled(['in', 8], ['in', 11.01])).toEqual([]);
    expect(doubled(['in', 8], ['in', 11])).toEqual([11]);
    expect(doubled(['in', 8], ['out', 8.1], ['in', 8.2], ['out', 16])).toEqual([]);
    expect(doubled(['in', 8], ['break-out', 9], ['break-out', 9.1], ['out', 16])).toEqual([]);
    expect(doubled(['undirected', 8], ['undirected', 8.1])).toEqual([]);
    expect(doubled()).toEqual([]);
  });
});
