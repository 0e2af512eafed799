import { describe, expect, it } from 'vitest';
import { compileRulebook } from './compile.ts';
import { clockSeconds, durationSeconds } from './lengths.ts';
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
  ])('with %s is refused with the path', (_name, changes, path) => {
    expect(faultsOf(changes)).toEqual([path]);
  });
});
