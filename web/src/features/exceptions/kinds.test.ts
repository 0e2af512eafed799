import { instant, workday } from '@heath/core';
import { describe, expect, it } from 'vitest';
import { exceptionsAfter, type OpenException } from '../../api/exceptions.ts';
import { LongList } from '../../api/requests/LongList.ts';
import { cardOf } from '../../testing/samples.ts';
import { kindsBySeverity, nameOf, ofPerson, openPlace, within } from './kinds.ts';
import { lineOf } from './words.ts';

const offsets = { zone: 'Europe/London', starts: [0], offsets: [0] } as unknown as OpenException['offsets'];
const who = (personId: number, groupId = 1): OpenException['who'] => ({
  personId,
  number: `MF-${personId}`,
  name: `Person ${personId}`,
  department: 'Deck',
  site: 'Saltholm',
  groupId,
  supervisor: null,
});
const one = (personId: number, kind: string, more: Partial<OpenException> = {}): OpenException => ({
  who: who(personId),
  offsets,
  key: `${kind}:punch-${personId}`,
  kind,
  severity: 'holds up',
  workday: workday(20_000),
  at: instant(20_000 * 86_400 + 8 * 3600),
  measured: null,
  limit: null,
  proposals: [],
  ...more,
});

describe('exceptions of a person', () => {
  it('are found by a part of the name or the number; of everybody where nothing is typed', () => {
    const open = [one(1, 'late-in'), one(12, 'missing-in'), one(2, 'missing-out')];
    const found = (text: string) => ofPerson(open, text).map(({ who: { personId } }) => personId);
    expect([found('person 1'), found(' mf-2'), found('MF-12'), found('nobody')]).toEqual([
      [1, 12],
      [2],
      [12],
      [],
    ]);
    expect(ofPerson(open, '  ')).toBe(open);
  });

  it('asks why like what holds up the handoff, and stands there', () => {
    const kinds = kindsBySeverity([one(1, 'absent', { severity: 'asks why' })]);
    expect([kinds.holdUp.length, kinds.toLookAt.length]).toEqual([1, 0]);
  });
});

describe('exceptions by kind', () => {
  it('are counted, those that hold up apart, in the order in which they are looked for', () => {
    const open = [
      one(1, 'late-in', { severity: 'to look at' }),
      one(2, 'missing-in'),
      one(3, 'missing-out'),
      one(4, 'late-in', { severity: 'to look at' }),
    ];
    const { holdUp, toLookAt } = kindsBySeverity(open);
    expect(holdUp.map(({ kind, count }) => [kind, count])).toEqual([
      ['missing-out', 1],
      ['missing-in', 1],
    ]);
    expect(toLookAt).toEqual([{ kind: 'late-in', label: 'In late', count: 2 }]);
  });

  it('stand where the gravest of their kind belongs', () => {
    const open = [one(1, 'late-in', { severity: 'to look at' }), one(2, 'late-in')];
    expect(kindsBySeverity(open)).toMatchObject({ holdUp: [{ count: 2 }], toLookAt: [] });
  });

  it('are those of a group, of a day, or of both', () => {
    const open = [one(1, 'late-in'), one(2, 'late-in', { who: who(2, 2), workday: workday(20_001) })];
    expect(within(open, null, null)).toEqual(open);
    expect(within(open, 2, null)).toEqual([open[1]]);
    expect(within(open, null, workday(20_000))).toEqual([open[0]]);
    expect(within(open, 2, workday(20_000))).toEqual([]);
  });
});

describe('the open exception', () => {
  const shown = [one(1, 'late-in'), one(2, 'late-in'), one(3, 'late-in')];

  it('is the one in the address, and the first where there is none in it', () => {
    expect(openPlace(shown, nameOf(one(2, 'late-in')), 0)).toBe(1);
    expect(openPlace(shown, null, 2)).toBe(0);
  });

  it('is the one that took the place of what was settled; the last, where that was the last', () => {
    const left = shown.slice(0, 2);
    expect(openPlace(left, nameOf(one(3, 'late-in')), 2)).toBe(1);
    expect(openPlace(shown.slice(1), nameOf(one(1, 'late-in')), 0)).toBe(0);
    expect(openPlace([], nameOf(one(1, 'late-in')), 0)).toBe(-1);
  });
});

describe('a card that was computed again', () => {
  const card = (personId: number, exceptions: object[]) =>
    ({ ...cardOf(personId), exceptions }) as unknown as Parameters<typeof exceptionsAfter>[1];
  const list = new LongList([one(11, 'late-in'), one(12, 'missing-out'), one(13, 'late-in')]);

  it('has what it has now where it stood, and no other card has less', () => {
    const left = { ...one(12, 'too-long'), punch: null, reaches: {} };
    expect(exceptionsAfter(list, card(12, [left]))?.rows.map(nameOf)).toEqual([
      '11.late-in:punch-11',
      '12.too-long:punch-12',
      '13.late-in:punch-13',
    ]);
    expect(exceptionsAfter(list, card(12, []))?.rows.map(({ who: { personId } }) => personId)).toEqual([
      11, 13,
    ]);
    expect(exceptionsAfter(list, card(12, [{ ...left, severity: 'note' }]))?.rows).toHaveLength(2);
  });

  it('is asked for where the list does not know whose it is', () => {
    expect(exceptionsAfter(list, card(14, [one(14, 'late-in')]))).toBeNull();
    expect(exceptionsAfter(list, card(14, []))).toBe(list);
  });
});

describe('the line of an exception', () => {
  it('says what is there, what is not, and what speaks for when it was', () => {
    const at = instant(20_000 * 86_400 + 16 * 3600);
    const open = one(1, 'missing-out', { proposals: [{ at, from: 'plan' }] });
    expect(lineOf(open)).toBe('In 08:00, nothing after · planned 16:00');
    expect(lineOf(one(1, 'missing-in'))).toBe('Out 08:00, nothing before · it needs a time');
    expect(lineOf(one(1, 'late-in', { measured: 720, limit: 300 }))).toBe('In 12 m late, more than 5 m');
  });
});
