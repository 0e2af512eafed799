import { describe, expect, it } from 'vitest';
import { correctionId } from '../model/ids.ts';
import type { Punch } from '../model/punch.ts';
import { at, LONDON, punch } from '../testing/fixtures.ts';
import { effectivePunches as laid } from './effective.ts';
import { changesOf } from './in-force.ts';
import type { Correction } from './kinds.ts';

const effectivePunches = (punches: Punch[], corrections: Correction[]) =>
  laid(punches, changesOf(corrections));
const seen = (punches: ReturnType<typeof effectivePunches>) => punches.map((p) => [p.kind, p.at]);

describe('effective punches', () => {
  const start = punch('in', '2026-10-19 08:00');
  const end = punch('out', '2026-10-19 16:00');
  const move: Correction = { id: correctionId(1), kind: 'move', punch: end.id, at: at('2026-10-19 17:00') };

  it('lays a move over the raw punch and remembers what was clocked', () => {
    const [, moved] = effectivePunches([start, end], [move]);
    expect(moved).toMatchObject({
      at: at('2026-10-19 17:00'),
      correction: 1,
      clockedAt: end.at,
      id: end.id,
    });
    expect(end.at).toBe(at('2026-10-19 16:00'));
  });

  it('adds and drops', () => {
    const add: Correction = {
      id: correctionId(2),
      kind: 'add',
      at: at('2026-10-19 12:00'),
      punchKind: 'meal-out',
      zone: LONDON,
      job: null,
      department: null,
      site: null,
      note: null,
    };
    const drop: Correction = { id: correctionId(3), kind: 'drop', punch: start.id };
    expect(seen(effectivePunches([end, start], [drop, add]))).toEqual([
      ['meal-out', at('2026-10-19 12:00')],
      ['out', at('2026-10-19 16:00')],
    ]);
  });

  it('puts a punch in the place of one that was added before; without it, that one counts again', () => {
    const first: Correction = {
      id: correctionId(2),
      kind: 'add',
      at: at('2026-10-19 12:00'),
      punchKind: 'out',
      zone: LONDON,
      job: null,
      department: null,
      site: null,
      note: null,
    };
    const second: Correction = {
      ...first,
      id: correctionId(3),
      at: at('2026-10-19 12:30'),
      instead: first.id,
    };
    const undo: Correction = { id: correctionId(4), kind: 'undo', undoes: second.id };
    const outs = (...corrections: Correction[]) =>
      seen(effectivePunches([start], corrections)).filter(([kind]) => kind === 'out');
    expect(outs(second, first)).toEqual([['out', second.at]]);
    expect(outs(first, second, undo)).toEqual([['out', first.at]]);
    // What is replaced can be taken back by itself: what stands in its place stays.
    expect(outs(first, second, { ...undo, undoes: first.id })).toEqual([['out', second.at]]);
  });

  it('takes back what is undone, and undoes the undoing', () => {
    const undo: Correction = { id: correctionId(4), kind: 'undo', undoes: correctionId(1) };
    const redo: Correction = { id: correctionId(5), kind: 'undo', undoes: correctionId(4) };
    expect(effectivePunches([start, end], [undo, move])[1]!.at).toBe(end.at);
    expect(effectivePunches([start, end], [redo, undo, move])[1]!.at).toBe(at('2026-10-19 17:00'));
  });

  it('the later of two moves of one punch holds, in whichever order they come', () => {
    const later: Correction = {
      id: correctionId(9),
      kind: 'move',
      punch: end.id,
      at: at('2026-10-19 18:00'),
    };
    expect(effectivePunches([start, end], [later, move])[1]!.at).toBe(at('2026-10-19 18:00'));
    expect(effectivePunches([end, start], [move, later])[1]!.at).toBe(at('2026-10-19 18:00'));
  });
});
