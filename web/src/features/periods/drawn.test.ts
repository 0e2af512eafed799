import type { PayPeriodsReply } from '@heath/contract';
import { workdayFromIso, workdayToIso } from '@heath/core';
import { describe, expect, it } from 'vitest';
import { newDraft, requestOf } from './draft.ts';
import { drawnPeriods, monthsBetween, placeOf } from './drawn.ts';

const day = workdayFromIso;
const ALL = ['Afloat', 'Ashore'];
const period = (
  id: number,
  first: string,
  last: string,
  groups = ALL,
): PayPeriodsReply['periods'][number] => ({
  id,
  scheduleId: 1,
  firstDay: day(first),
  lastDay: day(last),
  payDay: day(last),
  state: 'to come',
  groups,
});
const REPLY: PayPeriodsReply = {
  today: day('2026-11-02'),
  groups: [
    { id: 1, name: 'Afloat', people: 3, schedules: [{ scheduleId: 1, firstDay: day('2026-01-01') }] },
    { id: 2, name: 'Ashore', people: 3, schedules: [{ scheduleId: 1, firstDay: day('2026-01-01') }] },
  ],
  schedules: [
    {
      id: 1,
      name: 'Every two weeks from Monday',
      scheme: {
        every: { kind: 'two weeks', anchor: '2026-10-19' },
        payDay: { daysAfter: 5, weekday: null, moved: 'before' },
      },
    },
  ],
  periods: [
    period(1, '2026-10-19', '2026-11-01'),
    period(2, '2026-11-02', '2026-11-15'),
    period(3, '2026-11-16', '2026-11-29'),
  ],
  holidays: [],
  lock: null,
};
const shown = (...args: Parameters<typeof drawnPeriods>) =>
  drawnPeriods(...args).map(
    ({ groups, firstDay, lastDay, state }) =>
      `${groups.join('+')} ${workdayToIso(firstDay)}/${workdayToIso(lastDay)} ${state}`,
  );

describe('pay periods as they are drawn', () => {
  it('are those that there are while nothing is planned', () => {
    expect(shown(REPLY, undefined)).toEqual([
      'Afloat+Ashore 2026-10-19/2026-11-01 to come',
      'Afloat+Ashore 2026-11-02/2026-11-15 to come',
      'Afloat+Ashore 2026-11-16/2026-11-29 to come',
    ]);
  });

  it('show which a change would make, shorten and take away', () => {
    const first = { firstDay: day('2026-11-10'), lastDay: day('2026-11-30'), payDay: day('2026-12-04') };
    expect(
      shown(REPLY, {
        parts: [
          {
            name: 'Every month from the 1st',
            groups: ALL,
            added: [first],
            cut: [{ id: 2, firstDay: day('2026-11-02'), lastDay: day('2026-11-09'), was: day('2026-11-15') }],
            removed: [{ id: 3, firstDay: day('2026-11-16'), lastDay: day('2026-11-29') }],
          },
        ],
      }),
    ).toEqual([
      'Afloat+Ashore 2026-10-19/2026-11-01 to come',
      'Afloat+Ashore 2026-11-02/2026-11-09 shorter',
      'Afloat+Ashore 2026-11-10/2026-11-30 new',
      'Afloat+Ashore 2026-11-16/2026-11-29 no longer',
    ]);
  });

  it('go on for the groups that stay as they are', () => {
    expect(
      shown(REPLY, {
        parts: [
          {
            name: 'Every month from the 1st',
            groups: ['Ashore'],
            added: [],
            cut: [],
            removed: [{ id: 3, firstDay: day('2026-11-16'), lastDay: day('2026-11-29') }],
          },
        ],
      }).slice(2),
    ).toEqual(['Afloat 2026-11-16/2026-11-29 to come', 'Ashore 2026-11-16/2026-11-29 no longer']);
  });

  it('lie on their axis in percent, with the months that begin on it', () => {
    expect([placeOf(10, 10, 19), placeOf(20, 10, 19), placeOf(15, 10, 19)]).toEqual([0, 100, 50]);
    expect(monthsBetween(day('2026-10-19'), day('2027-01-01')).map(workdayToIso)).toEqual([
      '2026-11-01',
      '2026-12-01',
      '2027-01-01',
    ]);
  });
});

describe('a draft of pay periods', () => {
  it('begins as half a year more of what there is, and asks for nothing before it is whole', () => {
    const draft = newDraft(REPLY);
    expect(requestOf(draft)).toEqual({ groups: [1, 2], until: day('2027-05-30'), change: null });
    expect(requestOf({ ...draft, groups: [] })).toBeNull();
    expect(requestOf({ ...draft, until: null })).toBeNull();
    expect(requestOf({ ...draft, isChange: true, from: null })).toBeNull();
    expect(requestOf({ ...draft, isChange: true })?.change?.from).toBe(day('2026-11-30'));
  });

  it('says how the periods go on where nothing does yet', () => {
    const [one] = REPLY.schedules;
    const draft = newDraft({ ...REPLY, periods: [], schedules: [{ ...one!, scheme: null }] });
    expect(draft).toMatchObject({ isChange: true, from: day('2026-11-02') });
  });
});
