import type { CardReply } from '@heath/contract';
import {
  asDuration,
  type EffectivePunch,
  type Instant,
  instantFromIso,
  workdayFromIso,
  ZoneTables,
} from '@heath/core';
import { describe, expect, it } from 'vitest';
import {
  adding,
  isUnfinished,
  mealtime,
  moving,
  nameOf,
  painting,
  punchesOf,
  punchNamedIn,
  stating,
  timesOf,
} from './draft.ts';

const day = workdayFromIso('2026-10-27');
const at = (time: string): Instant => instantFromIso(`2026-10-27T${time}:00Z`);
const offsets = ZoneTables.around(at('00:00'), at('23:00')).of('Europe/London');
const punch = (id: number | null, time: string, kind: EffectivePunch['kind']): EffectivePunch =>
  ({
    id,
    at: at(time),
    kind,
    zone: 'Europe/London',
    job: null,
    department: null,
    site: null,
  }) as EffectivePunch;
const spell = (id: number, from: string, to: string) => ({
  in: punch(id, from, 'in'),
  out: punch(id + 1, to, 'out'),
});
const cardOf = (spells: object[], more: object = {}) =>
  ({
    offsets,
    plans: [],
    exceptions: [],
    shifts: spells.length === 0 ? [] : [{ workday: day, spells }],
    ...more,
  }) as unknown as CardReply;
const worked = { card: cardOf([spell(1, '08:00', '09:00'), spell(3, '09:30', '15:30')]), day };
const empty = { card: cardOf([]), day };

describe('what is considered first', () => {
  it('is a meal amid the longest spell, where it takes off something', () => {
    expect(mealtime(worked)).toEqual({ kind: 'set-meal', from: at('12:15'), to: at('12:45') });
    expect(mealtime(worked, at('10:00'), at('10:20'))).toEqual({
      kind: 'set-meal',
      from: at('10:00'),
      to: at('10:20'),
    });
  });

  it('is another punch in the place of one that a correction added; what a split made stays where it is', () => {
    const added = { ...punch(null, '16:00', 'out'), correction: 7 } as EffectivePunch;
    const says = moving(added, at('16:10'));
    expect(says).toMatchObject({ kind: 'add', at: at('16:10'), punchKind: 'out', instead: 7 });
    expect(punchNamedIn(says)).toBe(nameOf(added));
    expect(punchNamedIn(moving(punch(4, '16:00', 'out')))).toBe(nameOf(punch(4, '16:00', 'out')));
    expect(moving({ ...added, kind: 'job-change' })).toBe(null);
  });

  it('is all of the day for a job, and a punch where one is missing', () => {
    expect(painting(worked)).toEqual({ kind: 'set-job', from: at('08:00'), to: at('15:30') });
    expect(adding(worked)).toMatchObject({ kind: 'add', at: at('15:30'), punchKind: 'out' });
    // Where nothing is known of a day, it begins at noon.
    expect(adding(empty)).toMatchObject({ kind: 'add', at: at('12:00'), punchKind: 'in' });
    const plans = [{ workday: day, startsAt: at('06:00'), endsAt: at('14:00') }];
    expect(adding({ card: cardOf([], { plans }), day })).toMatchObject({ at: at('06:00') });
  });

  it('takes hold of raw punches alone: one that a correction added is taken back instead', () => {
    expect(moving(punch(7, '08:00', 'in'))).toEqual({ kind: 'move', punch: 7, at: at('08:00') });
    expect(moving(punch(null, '08:00', 'in'))).toBeNull();
  });
});

describe('the punches of a day', () => {
  it('are in order of time, each once, with those that are alone', () => {
    const alone = punch(9, '17:00', 'in');
    const exceptions = [
      { workday: day, punch: alone },
      { workday: day, punch: worked.card.shifts[0]!.spells[0]!.in },
      { workday: day + 1, punch: punch(11, '20:00', 'in') },
    ];
    const card = { ...worked.card, exceptions } as unknown as CardReply;
    expect(punchesOf({ card, day }).map(({ id }) => id)).toEqual([1, 2, 3, 4, 9]);
  });
});

describe('the times of a correction', () => {
  it('are those that somebody types', () => {
    expect(timesOf(mealtime(worked))).toEqual(['from', 'to']);
    expect(timesOf(adding(worked))).toEqual(['at']);
    expect(timesOf({ kind: 'set-workday', at: at('08:00'), workday: day })).toEqual([]);
  });
});

describe('a correction that nobody has finished typing', () => {
  it('lacks hours, or the name of an adjustment', () => {
    const began = stating(worked);
    expect(isUnfinished(began)).toBe(true);
    expect(isUnfinished({ ...began, length: asDuration(3600) })).toBe(true);
    expect(isUnfinished({ ...began, length: asDuration(3600), code: 'Tide' })).toBe(false);
    expect(isUnfinished({ ...began, as: 'leave', code: 'sick' })).toBe(true);
    expect(isUnfinished(mealtime(worked))).toBe(false);
  });
});
