import { describe, expect, it } from 'vitest';
import { compute } from '../compute.ts';
import type { Correction } from '../corrections/kinds.ts';
import { correctionId, jobId, type PunchId } from '../model/ids.ts';
import type { Punch } from '../model/punch.ts';
import { at, inputFor, london, plan, punch, rulebook } from '../testing/fixtures.ts';
import { instant, workdayFromIso } from '../time/units.ts';
import { daysChanged, warningsOf } from './warnings.ts';

const rules = rulebook({
  overtime: [{ name: 'Weekly', basis: 'workweek', tiers: [{ above: 'PT16H', multiplier: 1.5 }] }],
});
const DAY = '2026-10-20';
const NIGHT = '2026-10-24';
const punches: Punch[] = [
  punch('in', '2026-10-19 08:00'),
  punch('out', '2026-10-19 16:00'),
  punch('in', `${DAY} 08:00`),
  punch('out', `${DAY} 12:00`),
  punch('in', `${DAY} 13:00`),
  punch('out', `${DAY} 16:00`),
  punch('in', `${NIGHT} 22:00`),
  punch('out', '2026-10-25 06:00'),
];
const idAt = (when: string): PunchId => punches.find((one) => one.at === at(when))!.id;

type Says = Correction extends infer C ? (C extends Correction ? Omit<C, 'id'> : never) : never;
function told(says: Says, more: { asOf?: string; last?: string } = {}) {
  const correction = { id: correctionId(1), ...says } as Correction;
  const input = inputFor(punches, rules, {
    plans: [plan(DAY, `${DAY} 08:00`, `${DAY} 16:00`)],
    asOf: at(more.asOf ?? '2026-11-02 09:00'),
  });
  const after = { ...input, corrections: [correction] };
  return warningsOf(correction, {
    input,
    before: compute(input),
    after: compute(after),
    employed: {
      first: workdayFromIso('2020-01-01'),
      last: more.last === undefined ? null : workdayFromIso(more.last),
    },
    offsets: london,
  });
}
const kinds = (...asked: Parameters<typeof told>) => told(...asked).map(({ what }) => what);
const move = (from: string, to: string): Says => ({ kind: 'move', punch: idAt(from), at: at(to) });

describe('before a correction is kept, somebody is told', () => {
  it('nothing, where all is well', () => {
    expect(told(move(`${DAY} 16:00`, `${DAY} 15:30`))).toEqual([]);
  });

  it('that an out would come before its in, which stops it, and by which punch', () => {
    const [first] = told(move(`${DAY} 16:00`, `${DAY} 12:30`));
    expect(first).toEqual({ what: 'turned around', stops: true, partner: at(`${DAY} 13:00`) });
    expect(kinds(move(`${DAY} 08:00`, `${DAY} 12:10`))).toContain('turned around');
    expect(kinds(move(`${DAY} 13:00`, `${DAY} 16:00`))).toContain('turned around');
  });

  it('that it overlaps another spell, by the punch that is then left alone', () => {
    const warnings = told(move(`${DAY} 12:00`, `${DAY} 14:00`));
    expect(warnings.map(({ what }) => what)).toContain('left alone');
    expect(warnings.some(({ stops }) => stops)).toBe(false);
  });

  it('that it lies across midnight from its partner', () => {
    expect(told(move(`${DAY} 16:00`, '2026-10-21 01:00'))).toContainEqual({
      what: 'other date',
      stops: false,
      day: workdayFromIso('2026-10-21'),
    });
    // The shift of a night ends on another date as it is.
    expect(kinds(move('2026-10-25 06:00', '2026-10-25 05:00'))).toEqual(['other date']);
  });

  it('that the wall clock shows the time twice, and which the other is', () => {
    const first = at('2026-10-25 01:30');
    expect(told(move('2026-10-25 06:00', '2026-10-25 01:30'))).toContainEqual({
      what: 'twice',
      stops: false,
      at: first,
      other: instant(first + 3600),
    });
    expect(told(move('2026-10-25 06:00', '2026-10-25 01:30*'))).toContainEqual({
      what: 'twice',
      stops: false,
      at: instant(first + 3600),
      other: first,
    });
  });

  it('that it is still to come, and that it lies outside of employment', () => {
    expect(kinds(move(`${DAY} 16:00`, `${DAY} 15:30`), { asOf: `${DAY} 15:00` })).toContain('to come');
    expect(kinds(move(`${DAY} 16:00`, `${DAY} 15:30`), { last: '2026-10-19' })).toContain('not employed');
    expect(kinds(move(`${DAY} 16:00`, `${DAY} 15:30`), { last: DAY })).not.toContain('not employed');
  });

  it('that the week then holds more overtime, and by how much', () => {
    const [first] = told(move(`${DAY} 16:00`, `${DAY} 18:00`));
    expect(first).toMatchObject({
      what: 'more overtime',
      by: 2 * 90_000,
      week: workdayFromIso('2026-10-19'),
    });
  });

  it('that it would change nothing, which stops it', () => {
    const nowhere = at('2026-10-22 12:00');
    expect(told({ kind: 'split', at: nowhere, job: jobId(1) } as Says)).toEqual([
      { what: 'nothing changes', stops: true },
    ]);
    // Another job pays the same, and is another job.
    expect(told({ kind: 'split', at: at(`${DAY} 10:00`), job: jobId(1) } as Says)).toEqual([]);
  });
});

describe('the days that a correction changes', () => {
  it('are those on which something is paid or drawn otherwise, also far from it', () => {
    const input = inputFor(punches, rules);
    const says = { id: correctionId(1), ...move('2026-10-19 16:00', '2026-10-19 17:00') } as Correction;
    const [before, after] = [compute(input), compute({ ...input, corrections: [says] })];
    const span = { first: input.first, last: input.last };
    // An hour more on Monday is an hour of overtime more at the end of the week.
    expect(daysChanged({ before, after }, span)).toEqual([
      workdayFromIso('2026-10-19'),
      workdayFromIso('2026-10-24'),
    ]);
    expect(daysChanged({ before, after: before }, span)).toEqual([]);
  });
});
