import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compute } from '../compute.ts';
import { daysTouched } from '../input/touches.ts';
import { correctionId } from '../model/ids.ts';
import { at, inputFor, LONDON, punch, rulebook } from '../testing/fixtures.ts';
import { workdayFromIso } from '../time/units.ts';
import { CORRECTIONS, type Correction, correctionKind } from './kinds.ts';
import { correctionFrom } from './read.ts';

const DAY = workdayFromIso('2026-10-19');

/** A correction as somebody would state it. Throws where it is refused. */
function stated(id: number, says: object): Correction {
  const read = correctionFrom(correctionId(id), says);
  if (!read.ok) throw new Error(`${read.fault.field}: ${read.fault.reason}`);
  return read.correction;
}
const faultOf = (says: object) => {
  const read = correctionFrom(correctionId(1), says);
  return read.ok ? null : read.fault;
};

describe('a correction', () => {
  it('is refused where it cannot be meant, with what would be right', () => {
    const [from, to] = [at('2026-10-19 12:00'), at('2026-10-19 13:00')];
    expect(faultOf({ kind: 'set-meal', from: to, to: from })).toEqual({
      field: 'to',
      reason: 'It ends before it starts: the end comes after the start.',
    });
    expect(faultOf({ kind: 'move', punch: 1 })).toEqual({ field: 'at', reason: 'It is missing.' });
    expect(faultOf({ kind: 'drop', punch: 1, at: from })).toMatchObject({ field: 'at' });
    expect(faultOf({ kind: 'set-class', from, to, multiplier: 0.5 })).toMatchObject({ field: 'multiplier' });
    expect(faultOf({ kind: 'set-workday', at: from, workday: DAY + 3 })).toMatchObject({ field: 'workday' });
    expect(faultOf({ kind: 'retype', punch: 1 })).toMatchObject({ field: 'punchKind' });
    expect(
      faultOf({ kind: 'flat-hours', workday: DAY, as: 'leave', code: 'Sick', length: 'PT0H' }),
    ).toMatchObject({ field: 'length' });
    expect(faultOf({ kind: 'sweep', at: from })).toMatchObject({ field: 'kind' });
  });

  it('is read or refused, whatever it says, and a kind that reads keeps its word', () => {
    const settings = [...new Set(CORRECTIONS.flatMap((kind) => Object.keys(kind.settings)))];
    fc.assert(
      fc.property(
        fc.constantFrom(...CORRECTIONS.map(({ name }) => name)),
        fc.dictionary(
          fc.constantFrom(...settings),
          fc.oneof(
            fc.integer({ min: -5, max: 1_800_000_000 }),
            fc.constantFrom(null, 'PT4H', 'in', 'leave'),
            fc.anything(),
          ),
        ),
        (kind, given) => {
          const read = correctionFrom(correctionId(1), { kind, ...given });
          if (!read.ok) expect(read.fault.reason).not.toBe('');
          else expect(Object.keys(given).every((key) => key in correctionKind(kind).settings)).toBe(true);
        },
      ),
    );
  });

  it('of every kind has a sentence whose values are its settings', () => {
    for (const { sentence, settings, name } of CORRECTIONS) {
      const named = [...sentence.matchAll(/\{(\w+)\}/g)].map(([, value]) => value);
      expect(
        named.filter((value) => !(value! in settings)),
        name,
      ).toEqual([]);
    }
  });
});

describe('the reasons of a day', () => {
  const punches = [punch('in', '2026-10-19 08:00'), punch('out', '2026-10-19 17:00')];

  it('hold what each correction changes beside the others, and none that is taken back', () => {
    const corrections = [
      stated(1, { kind: 'set-meal', from: at('2026-10-19 12:00'), to: at('2026-10-19 12:30') }),
      stated(2, { kind: 'move', punch: punches[1]!.id, at: at('2026-10-19 18:00') }),
      stated(3, {
        kind: 'set-class',
        from: at('2026-10-19 17:00'),
        to: at('2026-10-19 18:00'),
        multiplier: 2,
      }),
      stated(4, { kind: 'undo', undoes: 1 }),
    ];
    const { reasons } = compute({ ...inputFor(punches, rulebook()), corrections }, true);
    const changes = reasons.flatMap((reason) =>
      reason.step === 'correction'
        ? [[reason.correction.id, reason.changes.map(({ classId, seconds }) => [classId, seconds])]]
        : [],
    );
    expect(changes).toEqual([
      [2, [['overtime-2', 3600]]],
      [
        3,
        [
          ['ordinary', -3600],
          ['overtime-2', 3600],
        ],
      ],
    ]);
  });
});

describe('the days that a correction touches', () => {
  const punches = [punch('in', '2026-10-19 08:00'), punch('out', '2026-10-19 17:00')];
  const record = { ...inputFor(punches, rulebook()), corrections: [] as Correction[] };
  const touched = (says: object) => {
    const correction = stated(1, says);
    return daysTouched(correction, { ...record, corrections: [correction] });
  };

  it('are those around what hangs together with it, and those that it names', () => {
    const move = touched({ kind: 'move', punch: punches[0]!.id, at: at('2026-10-19 07:00') })!;
    expect(move.first).toBeLessThanOrEqual(DAY);
    expect(move.last).toBeGreaterThanOrEqual(DAY);
    expect(move.last - move.first).toBeLessThanOrEqual(3);
    expect(touched({ kind: 'accept', exception: 'absent:plan-1', workday: DAY })).toEqual({
      first: DAY,
      last: DAY,
    });
    expect(touched({ kind: 'drop', punch: 999 })).toBeNull();
  });

  it('of an undo are those of what it takes back', () => {
    const add = stated(1, { kind: 'add', at: at('2026-10-21 08:00'), punchKind: 'in', zone: LONDON });
    const undo = stated(2, { kind: 'undo', undoes: 1 });
    const corrections = [add, undo];
    expect(daysTouched(undo, { ...record, corrections })).toEqual(
      daysTouched(add, { ...record, corrections: [add] }),
    );
  });
});
