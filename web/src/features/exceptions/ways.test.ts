import type { CardReply } from '@heath/contract';
import { type Exception, instant, workday } from '@heath/core';
import { describe, expect, it } from 'vitest';
import type { OpenException } from '../../api/exceptions.ts';
import { cardOf } from '../../testing/samples.ts';
import { alike } from './alike.ts';
import { leaveOf, partTyped, waysOf } from './ways.ts';
import { surenessText } from './words.ts';

const DAY = workday(20_754);
const hour = (hours: number) => instant(DAY * 86_400 + hours * 3600);
const punch = (id: number, kind: string, hours: number) => ({ id, kind, at: hour(hours) });
const card = (more: object = {}) =>
  ({
    ...cardOf(11),
    plans: [{ workday: DAY, startsAt: hour(8), endsAt: hour(16) }],
    shifts: [
      {
        workday: DAY,
        spells: [
          { in: punch(2, 'in', 9), out: punch(3, 'meal-out', 11) },
          { in: punch(4, 'meal-in', 11.5), out: punch(5, 'out', 13) },
        ],
      },
    ],
    ...more,
  }) as unknown as CardReply;
const exception = (kind: string, more: object = {}) =>
  ({
    key: `${kind}:x`,
    kind,
    workday: DAY,
    at: hour(8),
    measured: null,
    punch: null,
    proposals: [],
    ...more,
  }) as unknown as Exception;
const told = (kind: string, more: object = {}, of = card()) =>
  waysOf(exception(kind, more), of).map(({ press, says }) => [press, says.kind]);

describe('the ways to settle an exception', () => {
  it('overtime that waits is approved by the key that takes what is proposed, under its own rule', () => {
    const [first] = waysOf(
      exception('overtime-approval', { key: `overtime-approval:${DAY}-Over 8 hours`, measured: 3600 }),
      card(),
    );
    expect(first).toMatchObject({
      press: 'Enter',
      name: 'Approve 1 h',
      says: { kind: 'approve-overtime', workday: DAY, rule: 'Over 8 hours' },
    });
  });

  it('overtime that waits can be approved in part: as much as was typed, and no more than waits', () => {
    const waits = exception('overtime-approval', {
      key: `overtime-approval:${DAY}-Over 8 hours`,
      measured: 3600,
    });
    const [whole] = waysOf(waits, card());
    expect(partTyped('', whole, waits)).toBeNull();
    expect(partTyped('15m', whole, waits)).toMatchObject({
      press: 'Enter',
      name: 'Approve 15 m, the rest is ordinary',
      says: { kind: 'approve-overtime', workday: DAY, rule: 'Over 8 hours', length: 'PT900S' },
    });
    expect(partTyped('1:00', whole, waits)).toBe(whole);
    for (const text of ['soon', '0', '1:01']) expect(partTyped(text, whole, waits)).toHaveProperty('wrong');
    expect(partTyped('15m', waysOf(exception('late-in'), card())[0], exception('late-in'))).toBeNull();
  });

  it('an absence was not worked as long as its plan, or becomes leave', () => {
    const absent = exception('absent');
    expect(waysOf(absent, card()).map(({ press, says }) => [press, says])).toEqual([
      ['S', { kind: 'accept', exception: 'absent:x', workday: DAY }],
      ['N', { kind: 'not-worked', from: hour(8), to: hour(16) }],
    ]);
    expect(leaveOf(absent)?.({ code: 'Sick leave', name: 'Sick leave' }).says).toEqual({
      kind: 'absence-leave',
      planStartsAt: hour(8),
      code: 'Sick leave',
    });
  });

  it('of two stretches that overlap, each in and out may be the wrong one; meals are not', () => {
    const alone = [
      exception('missing-out', { punch: punch(1, 'in', 8) }),
      exception('missing-in', { punch: punch(6, 'out', 14), at: hour(14) }),
    ];
    const overlap = { at: hour(8), measured: 6 * 3600 };
    expect(waysOf(exception('overlap', overlap), card({ exceptions: alone }))).toMatchObject([
      { press: '1', says: { kind: 'drop', punch: 1 } },
      { press: '2', says: { kind: 'drop', punch: 2 } },
      { press: '3', says: { kind: 'drop', punch: 5 } },
      { press: '4', says: { kind: 'drop', punch: 6 } },
      { press: 'S' },
    ]);
  });

  it('what was worked and not planned can be said not to have been worked', () => {
    expect(told('not-planned', { at: hour(9) })).toEqual([
      ['S', 'accept'],
      ['N', 'not-worked'],
    ]);
    expect(told('rest-under')).toEqual([['S', 'accept']]);
  });
});

const one = (id: number, more: object = {}) =>
  ({
    who: { personId: id },
    key: `k${id}`,
    measured: 300 * id,
    proposals: [],
    ...more,
  }) as unknown as OpenException;
const plan = { at: hour(16), from: 'plan' };

describe('what is settled alike', () => {
  it('is of missing punches what the plan says and nothing contradicts', () => {
    const shown = [
      one(1, { proposals: [plan] }),
      one(2, { proposals: [plan, { at: hour(16) + 300, from: 'habit', days: 4 }] }),
      one(3, { proposals: [plan, { at: hour(18), from: 'habit', days: 4 }] }),
      one(4),
    ];
    const together = alike('missing-out', shown, null)!;
    expect(together.name).toBe('Take all 2 that match the plan');
    expect(together.of.map(({ who }) => who.personId)).toEqual([1, 2]);
    expect(together.wayOf(together.of[0]!)).toEqual({ kind: 'time', at: hour(16) });
    expect(alike('missing-out', shown.slice(1), null)).toBeNull();
  });

  it('is of the rest all, or all that are not over a limit', () => {
    const shown = [one(1), one(2), one(3)];
    expect(alike('late-in', shown, null)?.name).toBe('Accept all 3');
    expect(alike('late-in', shown, 600)?.of).toHaveLength(2);
    expect(alike('late-in', shown, 300)).toBeNull();
    expect(alike('overtime-approval', shown, null)?.wayOf(shown[0]!)).toEqual({ kind: 'take' });
  });
});

it('how sure a time is, is said with what that rests on', () => {
  expect(surenessText({ level: 'certain', agree: 2, differ: 0 })).toBe('certain: 2 more say the same');
  expect(surenessText({ level: 'likely', agree: 1, differ: 1 })).toBe(
    'likely: one more says the same, one says otherwise',
  );
  expect(surenessText({ level: 'likely', agree: 0, differ: 0 })).toBe('likely: nothing else is known');
});
