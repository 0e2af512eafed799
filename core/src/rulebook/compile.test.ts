import { describe, expect, it } from 'vitest';
import { clockSeconds, durationSeconds } from '../time/lengths.ts';
import { compileRulebook } from './compile.ts';
import type { Rulebook } from './schema.ts';

const good: Rulebook = {
  name: 'Good',
  pairing: { repeatWindow: 'PT2M', longestSpell: 'PT14H', shiftGap: 'PT4H' },
  rounding: [{ kinds: ['in'], minutes: 15, toward: 'nearest', turnsAtMinute: 8 }],
  breaks: { paidUpTo: 'PT20M' },
  workday: { startsAt: '00:00', shiftBelongsTo: 'day it starts' },
  workweek: { startsOn: 'monday' },
  overtime: [{ name: 'Daily', basis: 'workday', tiers: [{ above: 'PT8H', multiplier: 1.5 }] }],
  premiums: [{ name: 'Night', from: '22:00', to: '06:00' }],
};
const faultsOf = (changes: object) => {
  const result = compileRulebook({ ...good, ...changes }, 1);
  return result.ok ? [] : result.faults.map((fault) => fault.path);
};

describe('a rulebook', () => {
  it('that means something is compiled to seconds', () => {
    const result = compileRulebook(good, 3);
    expect(result.ok && result.rulebook).toMatchObject({
      edition: 3,
      pairing: { longestSpellSeconds: 50_400 },
    });
    expect(durationSeconds('PT7H30M')).toBe(27_000);
    expect(clockSeconds('22:30')).toBe(81_000);
  });

  it.each([
    [
      'tiers out of order',
      {
        overtime: [
          {
            ...good.overtime[0],
            tiers: [
              { above: 'PT10H', multiplier: 2 },
              { above: 'PT8H', multiplier: 1.5 },
            ],
          },
        ],
      },
      'overtime.0.tiers.1',
    ],
    ['a window of no length', { premiums: [{ name: 'Night', from: '22:00', to: '22:00' }] }, 'premiums.0.to'],
    ['two premiums of one name', { premiums: [good.premiums[0], good.premiums[0]] }, 'premiums.1.name'],
    [
      'rounding of punches to a step that does not divide an hour',
      { rounding: [{ kinds: ['in'], minutes: 25, toward: 'down' }] },
      'rounding.0.minutes',
    ],
    [
      'rounding that never turns over',
      { rounding: [{ kinds: ['in'], minutes: 15, toward: 'nearest' }] },
      'rounding.0.turnsAtMinute',
    ],
    [
      'rounding that turns over outside its interval',
      { rounding: [{ kinds: ['in'], minutes: 15, toward: 'nearest', turnsAtMinute: 15 }] },
      'rounding.0.turnsAtMinute',
    ],
    ['a length that is none', { breaks: { paidUpTo: '20 min' } }, 'breaks.paidUpTo'],
    [
      'a clock time that is none',
      { workday: { startsAt: '24:00', shiftBelongsTo: 'day it starts' } },
      'workday.startsAt',
    ],
    [
      'a multiplier that takes away',
      { overtime: [{ ...good.overtime[0], tiers: [{ above: 'PT8H', multiplier: 0.5 }] }] },
      'overtime.0.tiers.0.multiplier',
    ],
    ['a field that nobody knows', { mystery: true }, 'mystery'],
    [
      'a cycle without an anchor',
      { overtime: [{ ...good.overtime[0], basis: { of: 'cycle', days: 14 } }] },
      'overtime.0.basis',
    ],
    [
      'a clock window of overtime without a length',
      { overtime: [{ ...good.overtime[0], basis: { of: 'clock time', after: '18:00', until: '18:00' } }] },
      'overtime.0.basis.until',
    ],
    [
      'a tier that starts nowhere',
      { overtime: [{ ...good.overtime[0], tiers: [{ multiplier: 1.5 }, { multiplier: 2 }] }] },
      'overtime.0.tiers.1.above',
    ],
    [
      'a tier inside the one before it',
      {
        overtime: [
          {
            ...good.overtime[0],
            tiers: [
              { above: 'PT8H', forNext: 'PT4H', multiplier: 1.5 },
              { above: 'PT10H', multiplier: 2 },
            ],
          },
        ],
      },
      'overtime.0.tiers.1.above',
    ],
    [
      'what a least pays without a least',
      { overtime: [{ ...good.overtime[0], leastPays: 'beyond' }] },
      'overtime.0.leastPays',
    ],
    ['a cap of nothing', { overtime: [{ ...good.overtime[0], cap: 'PT0S' }] }, 'overtime.0.cap'],
    [
      'a least above the cap',
      { overtime: [{ ...good.overtime[0], least: 'PT2H', cap: 'PT1H' }] },
      'overtime.0.cap',
    ],
    [
      'a rule for holidays that never applies on one',
      { overtime: [{ ...good.overtime[0], basis: 'holiday', on: { holidays: 'never' } }] },
      'overtime.0.on.holidays',
    ],
    [
      'leave that counts toward the hours of a shift',
      { overtime: [{ ...good.overtime[0], basis: 'shift', countsLeave: ['Annual'] }] },
      'overtime.0.countsLeave',
    ],
    [
      'a comparison with a rule that is not there',
      { overtimeMeets: { mode: 'greater of', groups: [['Daily'], ['Weekly']] } },
      'overtimeMeets.groups.1.0',
    ],
    [
      'a comparison beyond the workweek',
      {
        overtime: [...good.overtime, { ...good.overtime[0], name: 'Period', basis: 'pay period' }],
        overtimeMeets: { mode: 'greater of', groups: [['Daily'], ['Period']] },
      },
      'overtime.1.basis',
    ],
    [
      'two roundings of one kind of punch',
      { rounding: [good.rounding[0], { kinds: ['in'], minutes: 5, toward: 'up' }] },
      'rounding.1',
    ],
    ['rounding of punches of no kind', { rounding: [{ minutes: 5, toward: 'up' }] }, 'rounding.0.kinds'],
    [
      'kinds of punch for a total',
      { rounding: [{ of: 'day', kinds: ['in'], minutes: 5, toward: 'up' }] },
      'rounding.0.kinds',
    ],
    ['a premium that is never paid', { premiums: [{ name: 'Nothing' }] }, 'premiums.0'],
    ['half a window', { premiums: [{ name: 'Night', from: '22:00' }] }, 'premiums.0.to'],
    [
      'a meal premium without meals that are due',
      { guarantees: [{ kind: 'meal premium', name: 'Meals', pays: 'PT1H' }] },
      'guarantees.0.kind',
    ],
    [
      'meals looked for that are never due',
      { exceptions: { 'meal-late': { severity: 'note' } } },
      'exceptions.meal-late',
    ],
    ['a job that nobody knows', { premiums: [{ name: 'Deck', jobs: ['Helm'] }] }, 'premiums.0.jobs.0'],
    ['an exception nobody knows', { exceptions: { tired: { severity: 'note' } } }, 'exceptions.tired'],
    ['more decimals than hours have', { hours: { decimals: 5 } }, 'hours.decimals'],
    ['decimals of whole minutes', { hours: { decimals: 2, whole: 'minutes' } }, 'hours.whole'],
  ])('with %s is refused with the path', (_name, changes, path) => {
    expect(faultsOf(changes)).toEqual([path]);
  });

  it('says of every fault what would be right', () => {
    const result = compileRulebook(
      { ...good, breaks: undefined, premiums: [{ name: 'Night', from: '22:00', to: '22:00' }] },
      1,
    );
    expect(result).toEqual({
      ok: false,
      faults: [{ path: 'breaks', reason: 'It is missing. Expected: Object.' }],
    });
  });
});
