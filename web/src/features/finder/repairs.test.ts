import { instant, instantFromIso, workdayFromIso, zoneOffsets } from '@heath/core';
import { describe, expect, it } from 'vitest';
import type { FoundDay } from '../../api/finder.ts';
import { isNothing, NO_REPAIRS, type Repairs, repairsOf } from './repairs.ts';

const offsets = zoneOffsets('Europe/London', instant(1_780_000_000), instant(1_800_000_000));
const [from, to] = [instantFromIso('2026-10-28T20:00:00Z'), instantFromIso('2026-10-29T04:00:00Z')];
const night: FoundDay = {
  periodId: 2,
  sealed: false,
  personId: 12 as never,
  number: 'MF-0012',
  name: 'Calder Drum',
  department: 'Terminals',
  workday: workdayFromIso('2026-10-28'),
  offsets,
  from,
  to,
  payableHours: 720_000,
  measured: 2,
  doubled: [41, 57],
};
const says = (repairs: Partial<Repairs>, day: FoundDay = night) =>
  repairsOf(day, { ...NO_REPAIRS, ...repairs });

describe('repairs of a day', () => {
  it('give all that was clocked to a job, department and site, and to a rate', () => {
    expect(says({ job: '7', site: '3', rate: 'double' })).toEqual({
      says: [
        { kind: 'set-job', from, to, job: 7, site: 3 },
        { kind: 'set-class', from, to, multiplier: 2 },
      ],
    });
    expect(says({ department: '5' })).toEqual({ says: [{ kind: 'set-job', from, to, department: 5 }] });
  });

  it('set a meal on the clock of the day, after midnight too; one that does not lie within it leaves the day out', () => {
    expect(says({ mealFrom: '0:15', mealTo: '+30' })).toEqual({
      says: [
        {
          kind: 'set-meal',
          from: instantFromIso('2026-10-29T00:15:00Z'),
          to: instantFromIso('2026-10-29T00:45:00Z'),
        },
      ],
    });
    expect(says({ job: '7', mealFrom: '12', mealTo: '12:30' })).toEqual({
      leftOut: 'The meal lies outside of 20:00 to 04:00.',
    });
    expect(says({ mealFrom: 'noon', mealTo: '12:30' })).toEqual({
      leftOut: 'The meal needs two times: 12:00 and 12:30 are.',
    });
  });

  it('add hours under a code, and take out what was punched twice', () => {
    const code = { as: 'leave', code: 'Shore leave' } as const;
    expect(says({ seconds: 5400, code, isDoubledOut: true })).toEqual({
      says: [
        { kind: 'drop', punch: 41 },
        { kind: 'drop', punch: 57 },
        {
          kind: 'flat-hours',
          workday: night.workday,
          ...code,
          length: 'PT5400S',
          job: null,
          department: null,
        },
      ],
    });
    expect(says({ isDoubledOut: true }, { ...night, doubled: [] })).toEqual({
      leftOut: 'Nothing on it was punched twice.',
    });
  });

  it('say nothing of a day without punches', () => {
    expect(says({ job: '7' }, { ...night, from: null, to: null })).toEqual({
      leftOut: 'It holds no punches.',
    });
  });
});

describe('nothing is done', () => {
  it('where nothing is chosen, or what is typed is not whole', () => {
    const some = (repairs: Partial<Repairs>) => !isNothing({ ...NO_REPAIRS, ...repairs });
    expect(some({})).toBe(false);
    expect(some({ mealFrom: '12' })).toBe(false);
    expect(some({ job: '7', mealTo: '12' })).toBe(false);
    expect(some({ seconds: 3600 })).toBe(false);
    expect(some({ job: '7', seconds: 3600 })).toBe(false);
    expect(some({ code: { as: 'leave', code: 'Shore leave' } })).toBe(false);
    expect(some({ seconds: 3600, code: { as: 'adjustment', code: 'Goodwill' } })).toBe(true);
    expect(some({ mealFrom: '12', mealTo: '12:30' })).toBe(true);
    expect(some({ isDoubledOut: true })).toBe(true);
    expect(some({ site: '3' })).toBe(true);
  });
});
